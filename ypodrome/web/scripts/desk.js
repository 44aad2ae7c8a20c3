// The survey desk: select, move, draw, measure. Every change goes to the server as it is made; what
// the server cannot take now is kept in this browser and sent again.
import { postJson } from "./post.js";
import { DeskForm, element } from "./desk_form.js";
import { DeskMap, moved, parts } from "./desk_map.js";

const FEET = 0.3048, RETRY_MS = 3000, NUDGE_M = 0.5, SHORT_M = 0.05;
const DOUBLE_MS = 400, DOUBLE_PX = 6, CURSOR_PX = 8;

function bearing(a, b) { return (Math.atan2(b[0] - a[0], b[1] - a[1]) * 180 / Math.PI + 360) % 360; }
function gap(a, b) { return Math.hypot(b[0] - a[0], b[1] - a[1]); }
function copy(value) { return JSON.parse(JSON.stringify(value)); }

document.addEventListener("alpine:init", () => {
  window.Alpine.data("desk", () => ({
    said: "Reading the course …", working: false, applied: 0, changes: 0, problems: [], unsaved: 0,
    cursorText: "", pen: "", holeShown: false, shots: 0, offline: false,

    async init() {
      const d = this.$root.dataset;
      this.base = d.base;
      this.token = d.token;
      this.imperial = d.units === "imperial";
      this.storeName = `desk-${d.pk}`;
      this.queue = JSON.parse(localStorage.getItem(this.storeName) || "[]");
      this.map = new DeskMap(this.$refs.map);
      this.map.imperial = this.imperial;
      this.corner = this.cursor = null;
      this.drafts = {};
      this.fingers = new Map();
      this.lastDown = { time: 0, x: 0, y: 0 };
      this.listen();
      await this.read();
    },
    async read() {
      const all = await (await fetch(`${this.base}all/`)).json();
      this.pens = all.pens;
      this.form = new DeskForm(document.getElementById("fields"), all.schema, this.imperial);
      this.map.rows.clear();
      all.rows.forEach((row) => this.map.rows.set(row.at, row));
      this.state(all.state);
      this.listHoles();
      this.map.fit();
      this.form.clear(all.rows.length ? "Click a feature to see and change it." : "Choose a pen on the left, then click on the paper. Begin with a tee and a pin, then the hole line between them.");
      this.said = this.queue.length ? "Sending what was kept in this browser …" : "";
      this.unsaved = this.queue.length;
      this.send();
      this.readContours();
    },
    async readContours() {
      const answer = await (await fetch(`${this.base}contours/`)).json();
      this.map.contours = answer.contours;
      this.map.draw();
    },
    state(state) {
      this.applied = state.applied;
      this.changes = state.changes;
      this.problems = state.problems;
      const list = document.getElementById("problem-list");
      list.textContent = "";
      this.problems.forEach((p) => list.appendChild(element("li", {}, p)));
    },

    get noUndo() { return this.applied === 0; },
    get noRedo() { return this.applied >= this.changes; },
    get savedText() { return this.unsaved ? `${this.unsaved} not saved yet, kept in this browser` : "saved"; },
    get unitText() { return this.imperial ? "ft" : "m"; },
    get workingClass() { return this.working ? "on" : ""; },
    get problemText() { return this.problems.length ? `${this.problems.length} to mend before a plan can be made` : "Nothing to mend: plans can be made"; },

    // the server

    post(what, body) { return postJson(`${this.base + what}/`, this.token, body); },
    keepQueue() {
      this.unsaved = this.queue.length;
      localStorage.setItem(this.storeName, JSON.stringify(this.queue));
    },
    change(steps, words) {
      this.queue.push({ steps: steps, words: words });
      this.keepQueue();
      this.send();
    },
    async send() {
      if (this.sending) return;
      this.sending = this.working = true;
      while (this.queue.length) {
        const item = this.queue[0];
        try {
          this.take(await this.post("change", { steps: item.steps }), item.words);
          this.queue.shift();
          this.keepQueue();
        } catch (error) {
          if (!error.refused) {
            this.said = "No answer from the server; what you draw is kept here and sent again.";
            setTimeout(() => this.send(), RETRY_MS);
            break;
          }
          this.queue.shift();
          this.keepQueue();
          this.said = `Not taken: ${error.message}.`;
          await this.reload();
        }
      }
      this.sending = this.working = false;
    },
    async reload() {
      const all = await (await fetch(`${this.base}all/`)).json();
      this.map.rows.clear();
      all.rows.forEach((row) => this.map.rows.set(row.at, row));
      this.state(all.state);
      this.select(null);
      this.map.draw();
    },
    take(answer, words) {
      if (answer.moved) { this.reload().then(() => this.map.fit()); return; }
      let heights = false;
      answer.rows.forEach((row) => {
        const old = this.map.rows.get(row.at);
        heights = heights || [old, row].some((r) => r?.properties && r.properties.kind === "spot_height");
        if (row.geometry === null) this.map.rows.delete(row.at);
        else this.map.rows.set(row.at, row);
      });
      this.state(answer);
      const last = answer.rows[answer.rows.length - 1];
      if (words) this.said = words;
      this.select(last.geometry ? last.at : this.map.selected);
      this.map.draw();
      this.listHoles();
      if (heights) this.readContours();
      this.readHole();
    },
    async undo() { await this.step("undo", "Undone."); },
    async redo() { await this.step("redo", "Done again."); },
    async step(what, words) {
      try {
        this.take(await this.post(what), words);
      } catch (error) {
        this.said = `${error.message}.`;
      }
    },

    async pasteProfile() {
      try {
        this.take(await this.post("profile", { hole: this.map.hole, text: this.$refs.profile.value }), "Spot heights made from the profile.");
      } catch (error) {
        this.said = `Not made: ${error.message}.`;
      }
    },

    // holes

    listHoles() {
      const choice = this.$refs.hole, now = choice.value;
      const numbers = new Set();
      this.map.rows.forEach((row) => [].concat(row.properties.hole || []).forEach((n) => numbers.add(n)));
      const free = Math.max(0, ...numbers) + 1;
      choice.textContent = "";
      choice.appendChild(element("option", { value: "" }, "all"));
      Array.from(numbers).sort((a, b) => a - b).forEach((n) => choice.appendChild(element("option", { value: n }, n)));
      choice.appendChild(element("option", { value: free }, `${free}, new`));
      choice.value = Array.from(choice.options).some((o) => o.value === now) ? now : "";
      this.listStations();
    },
    listStations() {
      const station = this.$refs.station, now = station.value;
      station.textContent = "";
      this.map.rows.forEach((row) => {
        if (!["tee", "pin", "landmark", "drop_zone"].includes(row.properties.kind) || !this.map.ofHole(row)) return;
        station.appendChild(element("option", { value: row.at }, this.map.nameOf(row) + (row.properties.hole && this.map.hole === null ? `, hole ${row.properties.hole}` : "")));
      });
      station.appendChild(element("option", { value: "last" }, "the last corner drawn"));
      if (Array.from(station.options).some((o) => o.value === now)) station.value = now;
    },
    turnToHole() {
      const value = this.$refs.hole.value;
      this.map.hole = value === "" ? null : Number(value);
      this.map.fit();
      this.listStations();
      this.readHole();
    },
    async readHole() {
      this.holeShown = this.map.hole !== null;
      if (!this.holeShown) return;
      clearTimeout(this.holeTimer);
      this.holeTimer = setTimeout(async () => {
        const answer = await fetch(`${this.base}hole/${this.map.hole}/`);
        document.getElementById("hole-notes").innerHTML = await answer.text();
      }, 150);
    },
    closer() { this.map.zoom(1.25); },
    farther() { this.map.zoom(0.8); },
    whole() { this.map.fit(); },
    showLayers(event) {
      if (event.target.checked) this.map.hidden.delete(event.target.value);
      else this.map.hidden.add(event.target.value);
      this.map.draw();
    },

    // selecting and exact fields

    select(at) {
      this.map.selected = at === null || !this.map.rows.has(at) ? null : at;
      const row = this.map.rows.get(this.map.selected);
      if (row) this.form.show(row, this.map.nameOf(row), this.corner || (row.geometry.type === "Point" ? row.geometry.coordinates : null));
      else this.form.clear("Nothing is selected.");
    },
    edited(event) {
      const row = this.map.rows.get(this.map.selected);
      if (!row) return;
      const geometry = copy(row.geometry);
      const input = event.target;
      if (input.dataset.place !== undefined) {
        const value = Number(input.value) * Number(input.dataset.factor), k = Number(input.dataset.place);
        const target = this.corner || row.geometry.coordinates;
        this.change([{ at: row.at, feature: { geometry: moved(geometry, (p) => (gap(p, target) < SHORT_M ? p.map((c, j) => (j === k ? value : c)) : p)), properties: row.properties } }], "Moved.");
        return;
      }
      this.change([{ at: row.at, feature: { geometry: geometry, properties: this.form.properties() } }], "Changed.");
    },
    fieldAct(event) {
      const button = event.target.closest("[data-act]");
      if (button) this.act(button.dataset.act);
    },
    act(what) {
      const row = this.map.rows.get(this.map.selected);
      if (!row) return;
      if (what === "drop") this.change([{ at: row.at, feature: null }], `Taken away: ${this.map.nameOf(row)}.`);
      if (what === "double") this.change([{ at: null, feature: { geometry: moved(row.geometry, (p) => [p[0] + 3, p[1] - 3]), properties: row.properties } }], "Doubled.");
      if (what === "turn") this.turn(row, 5);
    },
    turn(row, degrees) {
      const points = parts(row.geometry).flat(), n = points.length, a = degrees * Math.PI / 180;
      const cx = points.reduce((s, p) => s + p[0], 0) / n, cy = points.reduce((s, p) => s + p[1], 0) / n;
      const move = (p) => [cx + (p[0] - cx) * Math.cos(a) + (p[1] - cy) * Math.sin(a), cy - (p[0] - cx) * Math.sin(a) + (p[1] - cy) * Math.cos(a)];
      this.change([{ at: row.at, feature: { geometry: moved(row.geometry, move), properties: row.properties } }], "Turned.");
    },
    // With a pen in hand the arrow keys move a cross over the paper, and the space bar draws there.
    moveCursor(dx, dy, far) {
      const step = Math.max(this.nudgeM, CURSOR_PX / this.map.scale) * (far ? 5 : 1);
      const from = this.cursor || this.map.draft?.at(-1) || [this.map.x, this.map.y];
      this.cursor = this.map.cursor = [from[0] + Math.sign(dx) * step, from[1] + Math.sign(dy) * step];
      this.map.hover = this.map.draft?.length ? this.cursor : null;
      this.map.keepInSight(this.cursor);
      this.map.drawHandles();
      const start = this.map.draft?.at(-1) || this.lastCorner;
      this.said = start ? `Here: ${this.measureWords(start, this.cursor)} from the last corner; the space bar draws.` : "The space bar draws here.";
    },
    drawAtCursor() {
      const at = this.cursor || [this.map.x, this.map.y];
      const shape = this.penShape();
      if (shape === "tape" || shape === "laser") this.tapePoint(at);
      else if (shape) this.putPoint(this.map.snapped(at, null));
    },
    get nudgeM() { return this.imperial ? FEET : NUDGE_M; },
    nudge(dx, dy) {
      const row = this.map.rows.get(this.map.selected);
      if (!row) { this.map.x += dx * 10; this.map.y += dy * 10; this.map.draw(); return; }
      this.change([{ at: row.at, feature: { geometry: moved(row.geometry, (p) => [p[0] + dx, p[1] + dy]), properties: row.properties } }], "Moved.");
    },

    // pens

    pickPen(event) {
      const button = event.target.closest("[data-pen]");
      if (button) this.takePen(button.dataset.pen);
    },
    takePen(pen) {
      this.drafts[this.penShape()] = this.map.draft;
      this.pen = pen;
      this.map.draft = this.drafts[this.penShape()] || null;
      this.map.tape = null;
      this.cursor = this.map.cursor = null;
      if (pen !== "") this.select(null);
      this.$root.querySelectorAll("[data-pen]").forEach((b) => b.setAttribute("aria-pressed", b.dataset.pen === pen ? "true" : "false"));
      const shape = this.penShape();
      this.said = { tape: "Click from where to where.", laser: "Click the station, then what you shoot at.", Point: "Click where it stands.", LineString: "Click the corners; Enter or a double click ends the line.", Polygon: "Click the corners; Enter or a double click closes the shape." }[shape] || "";
      const kept = this.map.draft?.length;
      if (kept) this.said = `${kept} corner${kept === 1 ? "" : "s"} drawn before are kept: go on, or take them back with Backspace.`;
      this.map.draw();
    },
    penShape() { return this.pen === "" || !this.pens ? "" : this.pens[this.pen] ? this.pens[this.pen].shape : this.pen; },
    penFeature(coordinates) {
      const pen = this.pens[this.pen];
      const properties = Object.assign({ kind: pen.kind }, copy(pen.properties));
      const lone = ["spot_height"].includes(pen.kind);
      if (!lone && this.map.hole !== null) properties.hole = this.map.hole;
      else if (pen.kind === "hole") properties.hole = 1;
      return { geometry: { type: pen.shape, coordinates: coordinates }, properties: properties };
    },
    putPoint(p) {
      this.lastCorner = p;
      if (this.penShape() === "Point") {
        this.change([{ at: null, feature: this.penFeature(p) }], `Drawn: ${this.pens[this.pen].name}.`);
        return;
      }
      this.map.draft = (this.map.draft || []).concat([p]);
      this.map.drawHandles();
    },
    endDraft() {
      const draft = this.map.draft;
      const shape = this.penShape(), least = shape === "Polygon" ? 3 : 2;
      if (!draft || draft.length < least) { this.said = `A ${shape === "Polygon" ? "shape needs three corners." : "line needs two corners."}`; return; }
      const feature = this.penFeature(shape === "Polygon" ? [draft.concat([draft[0]])] : draft);
      this.map.draft = null;
      this.change([{ at: null, feature: feature }], `Drawn: ${this.pens[this.pen].name}.`);
    },
    placeByMeasure() {
      const from = this.$refs.station.value, unit = this.imperial ? FEET : 1;
      const row = this.map.rows.get(Number(from));
      const start = row ? row.geometry.coordinates : this.lastCorner;
      const distance = Number(this.$refs.distance.value) * unit, a = Number(this.$refs.bearing.value) * Math.PI / 180;
      if (!start) { this.said = "Nothing has been drawn yet to measure from."; return; }
      if (!["Point", "LineString", "Polygon"].includes(this.penShape())) { this.said = "Choose a pen first: it says what is placed there."; return; }
      this.putPoint([start[0] + distance * Math.sin(a), start[1] + distance * Math.cos(a)]);
      if (this.penShape() !== "Point") this.$refs.station.value = "last";
    },

    // tape and rangefinder

    measureWords(a, b) {
      const unit = this.imperial ? FEET : 1;
      return `${(gap(a, b) / unit).toFixed(this.imperial ? 0 : 1)} ${this.unitText}, ${bearing(a, b).toFixed(0)}°`;
    },
    async tapePoint(p) {
      if (!this.tapeFrom) { this.tapeFrom = p; this.said = "To where?"; return; }
      const from = this.tapeFrom;
      this.tapeFrom = null;
      this.map.tape = [from, p];
      this.map.tapeText = this.measureWords(from, p);
      if (this.pen === "laser") {
        try {
          this.shots += 1;
          const r = await this.post("laser", { from: from, to: p, shot: this.shots });
          const unit = this.imperial ? FEET : 1;
          this.$refs.distance.value = (r.distance_m / unit).toFixed(this.imperial ? 0 : 1);
          this.$refs.bearing.value = r.bearing_deg.toFixed(1);
          this.map.tapeText = `${(r.distance_m / unit).toFixed(this.imperial ? 0 : 1)} ${this.unitText}, ${r.bearing_deg.toFixed(1)}°, ${Math.abs(r.rise_m / unit).toFixed(1)} ${this.unitText} ${r.rise_m < 0 ? "lower" : "higher"}`;
          this.said = `${r.device}: ${this.map.tapeText}. The drawing says ${this.measureWords(from, p)}.`;
        } catch (error) {
          this.said = `No reading: ${error.message}.`;
        }
      } else this.said = this.map.tapeText;
      this.map.drawHandles();
    },

    // pointer and keys

    listen() {
      const svg = this.$refs.map;
      svg.addEventListener("pointerdown", (e) => this.down(e));
      svg.addEventListener("pointermove", (e) => { if (this.fingers.size === 2 && this.fingers.has(e.pointerId)) this.pinch(e); else this.hover(e); });
      ["pointerup", "pointercancel", "pointerleave"].forEach((end) => { svg.addEventListener(end, (e) => this.fingers.delete(e.pointerId)); });
      svg.addEventListener("dblclick", () => { if (this.map.draft) this.endDraft(); });
      svg.addEventListener("wheel", (e) => { e.preventDefault(); this.map.zoom(e.deltaY < 0 ? 1.2 : 1 / 1.2, this.map.eventWorld(e)); }, { passive: false });
      document.addEventListener("keydown", (e) => this.key(e));
      window.addEventListener("online", () => this.send());
    },
    hover(event) {
      const p = this.map.eventWorld(event);
      const row = this.map.rows.get(Number(this.$refs.station.value));
      const from = this.map.draft?.length ? this.map.draft[this.map.draft.length - 1] : row ? row.geometry.coordinates : null;
      this.cursorText = from ? `${this.measureWords(from, p)} from ${row && !(this.map.draft?.length) ? this.map.nameOf(row) : "the last corner"}` : "";
      if (this.map.draft?.length) { this.map.hover = p; this.map.drawHandles(); }
    },
    down(event) {
      if (event.button !== 0) return;
      this.fingers.set(event.pointerId, [event.clientX, event.clientY]);
      if (this.fingers.size > 1) return;
      const svg = this.$refs.map, target = event.target;
      svg.focus();
      const p = event.altKey ? this.map.eventWorld(event) : this.map.snapped(this.map.eventWorld(event), null);
      const shape = this.penShape();
      if (shape === "tape" || shape === "laser") { this.tapePoint(p); return; }
      if (shape) {
        if (!this.isDouble(event)) this.putPoint(p);
        return;
      }
      const handle = target.closest(".corner-handle, .middle-handle"), feature = target.closest("[data-at]");
      svg.setPointerCapture(event.pointerId);
      if (handle) this.dragCorner(handle);
      else if (feature) this.dragFeature(Number(feature.dataset.at), event);
      else this.dragPaper(event);
    },
    isDouble(event) {
      const last = this.lastDown, near = Math.hypot(event.clientX - last.x, event.clientY - last.y) < DOUBLE_PX;
      this.lastDown = { time: event.timeStamp, x: event.clientX, y: event.clientY };
      return near && event.timeStamp - last.time < DOUBLE_MS;
    },
    // Two fingers move and stretch the paper.
    pinch(event) {
      const before = [...this.fingers.values()];
      this.fingers.set(event.pointerId, [event.clientX, event.clientY]);
      const after = [...this.fingers.values()];
      const spread = (f) => Math.hypot(f[0][0] - f[1][0], f[0][1] - f[1][1]);
      const middle = (f) => [(f[0][0] + f[1][0]) / 2, (f[0][1] + f[1][1]) / 2];
      const k = this.map.width / this.$refs.map.getBoundingClientRect().width / this.map.scale;
      const [a, b] = [middle(before), middle(after)];
      this.map.x -= (b[0] - a[0]) * k;
      this.map.y += (b[1] - a[1]) * k;
      if (spread(before) > 0) this.map.zoom(spread(after) / spread(before), this.map.eventWorld({ clientX: b[0], clientY: b[1] }));
    },
    dragging(move, end) {
      const svg = this.$refs.map;
      const onMove = (e) => move(e);
      svg.addEventListener("pointermove", onMove);
      svg.addEventListener("pointerup", (e) => { svg.removeEventListener("pointermove", onMove); end(e); }, { once: true });
    },
    dragPaper(event) {
      const start = [event.clientX, event.clientY], x = this.map.x, y = this.map.y;
      const k = this.map.width / this.$refs.map.getBoundingClientRect().width;
      let far = false;
      this.dragging((e) => {
        const dx = (e.clientX - start[0]) * k, dy = (e.clientY - start[1]) * k;
        far = far || Math.hypot(dx, dy) > 4;
        if (!far) return;
        this.map.world.setAttribute("transform", `translate(${dx} ${dy})`);
        this.map.overlay.setAttribute("transform", `translate(${dx} ${dy})`);
        this.map.moving = [x - dx / this.map.scale, y + dy / this.map.scale];
      }, () => {
        this.map.world.removeAttribute("transform");
        this.map.overlay.removeAttribute("transform");
        if (far) [this.map.x, this.map.y] = this.map.moving;
        else { this.corner = null; this.select(null); }
        this.map.draw();
      });
    },
    dragFeature(at, event) {
      const row = this.map.rows.get(at), first = this.map.eventWorld(event), before = row.geometry;
      this.corner = null;
      this.select(at);
      this.map.draw();
      let far = false;
      this.dragging((e) => {
        let p = this.map.eventWorld(e);
        far = far || gap(p, first) * this.map.scale > 4;
        if (!far) return;
        if (before.type === "Point" && !e.altKey) p = this.map.snapped(p, at);
        const dx = before.type === "Point" ? p[0] - before.coordinates[0] : p[0] - first[0];
        const dy = before.type === "Point" ? p[1] - before.coordinates[1] : p[1] - first[1];
        row.geometry = moved(before, (q) => [q[0] + dx, q[1] + dy]);
        this.map.drawRow(row);
        this.map.drawHandles();
      }, () => { if (far) this.change([{ at: at, feature: { geometry: row.geometry, properties: row.properties } }], "Moved."); });
    },
    dragCorner(handle) {
      const row = this.map.rows.get(this.map.selected), ring = Number(handle.dataset.ring);
      const geometry = copy(row.geometry), list = parts(geometry)[ring], closed = geometry.type !== "LineString";
      let k = Number(handle.dataset.corner);
      if (handle.dataset.after !== undefined) {
        k = Number(handle.dataset.after) + 1;
        list.splice(k, 0, [(list[k - 1][0] + list[k][0]) / 2, (list[k - 1][1] + list[k][1]) / 2]);
      }
      let far = handle.dataset.after !== undefined;
      row.geometry = geometry;
      this.dragging((e) => {
        far = true;
        const p = e.altKey ? this.map.eventWorld(e) : this.map.snapped(this.map.eventWorld(e), row.at);
        list[k] = p;
        if (closed && k === 0) list[list.length - 1] = p;
        this.map.drawRow(row);
        this.map.drawHandles();
      }, () => {
        this.corner = list[k];
        this.cornerAt = [ring, k];
        if (far) this.change([{ at: row.at, feature: { geometry: row.geometry, properties: row.properties } }], "Changed.");
        else this.select(row.at);
      });
    },
    dropCorner(row) {
      const geometry = copy(row.geometry), [ring, k] = this.cornerAt, list = parts(geometry)[ring];
      const closed = geometry.type !== "LineString";
      if (list.length <= (closed ? 4 : 2)) { this.said = "That is the fewest corners it can have."; return; }
      list.splice(k, 1);
      if (closed && k === 0) list[list.length - 1] = list[0].slice();
      this.corner = null;
      this.change([{ at: row.at, feature: { geometry: geometry, properties: row.properties } }], "Corner taken away.");
    },
    key(event) {
      if (event.target.closest("input, select, textarea")) return;
      if (event.ctrlKey || event.metaKey) {
        if (event.key.toLowerCase() !== "z" && event.key.toLowerCase() !== "y") return;
        event.preventDefault();
        if (event.key.toLowerCase() === "y" || event.shiftKey) this.redo();
        else this.undo();
        return;
      }
      const far = event.shiftKey ? 10 * this.nudgeM : this.nudgeM;
      const moves = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
      if (this.pen !== "" && moves) { event.preventDefault(); this.moveCursor(...moves, event.shiftKey); return; }
      if (event.key === " " && this.pen !== "" && !event.target.closest("button, a, summary")) { event.preventDefault(); this.drawAtCursor(); return; }
      const act = {
        Enter: () => (this.map.draft?.length ? this.endDraft() : this.pen !== "" && this.drawAtCursor()),
        Escape: () => { this.tapeFrom = this.corner = null; this.takePen(""); this.select(null); this.map.draw(); },
        Backspace: () => this.takeBack(), Delete: () => this.takeAway(),
        ArrowLeft: () => this.nudge(-far, 0), ArrowRight: () => this.nudge(far, 0), ArrowUp: () => this.nudge(0, far), ArrowDown: () => this.nudge(0, -far),
        "+": () => this.map.zoom(1.25), "=": () => this.map.zoom(1.25), "-": () => this.map.zoom(0.8), f: () => this.map.fit(),
        t: () => this.takePen("tape"), l: () => this.takePen("laser"), u: () => this.undo(), y: () => this.redo(),
        d: () => this.act("double"), r: () => this.turnSelected(5), R: () => this.turnSelected(-5),
      }[event.key];
      if (!act || (event.key === "Enter" && event.target.closest("button, a, summary"))) return;
      event.preventDefault();
      act();
    },
    turnSelected(degrees) {
      const row = this.map.rows.get(this.map.selected);
      if (row) this.turn(row, degrees);
    },
    takeBack() {
      if (this.map.draft?.length) { this.map.draft.pop(); this.map.drawHandles(); } else this.takeAway();
    },
    takeAway() {
      const row = this.map.rows.get(this.map.selected);
      if (!row) return;
      if (this.corner) this.dropCorner(row);
      else this.act("drop");
    },
  }));
});
