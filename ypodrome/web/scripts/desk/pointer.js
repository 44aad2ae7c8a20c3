// Mouse, pen and fingers on the paper.
import { copy, gap, moved, parts } from "./geometry.js";

const DOUBLE_MS = 400, DOUBLE_PX = 6;

export const pointer = {
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
};
