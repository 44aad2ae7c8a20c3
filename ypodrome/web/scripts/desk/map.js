// The survey desk's drawing: features in metres, north up, to scale. It draws; the desk decides.
import { parts } from "./geometry.js";

const NS = "http://www.w3.org/2000/svg";
const ORDER = ["area", "unknown", "contours", "grove", "barrier", "mando", "hole", "tree", "drop_zone", "tee", "pin", "landmark", "spot_height"];
const LAYER = { area: "areas", unknown: "areas", grove: "trees", tree: "trees", contours: "heights", spot_height: "heights" };
const HATCHED = ["long_grass", "rough", "leaves", "pine_straw", "hardpack", "gravel", "mud", "sand", "pavement", "water"];
const SNAP_PX = 9, SPOTS_FROM = 2, NAMES_FROM = 1.6, PAST_PX = 300;

function make(tag, attributes, parent) {
  const node = document.createElementNS(NS, tag);
  Object.entries(attributes).forEach(([k, v]) => node.setAttribute(k, v));
  if (parent) parent.appendChild(node);
  return node;
}

export class DeskMap {
  constructor(svg) {
    this.svg = svg;
    this.width = Number(svg.getAttribute("width"));
    this.height = Number(svg.getAttribute("height"));
    this.world = svg.querySelector("#world");
    this.overlay = svg.querySelector("#overlay");
    this.rows = new Map();
    this.contours = [];
    this.hidden = new Set();
    this.hole = null;
    this.selected = null;
    this.scale = 4;
    this.x = 0;
    this.y = 0;
  }

  toScreen(p) { return [this.width / 2 + (p[0] - this.x) * this.scale, this.height / 2 - (p[1] - this.y) * this.scale]; }
  toWorld(px, py) { return [this.x + (px - this.width / 2) / this.scale, this.y - (py - this.height / 2) / this.scale]; }
  eventWorld(event) {
    const box = this.svg.getBoundingClientRect(), k = this.width / box.width;
    return this.toWorld((event.clientX - box.left) * k, (event.clientY - box.top) * k);
  }

  ofHole(row) {
    const holes = row.properties.hole;
    if (this.hole === null || holes === undefined || holes === null) return true;
    return Array.isArray(holes) ? holes.includes(this.hole) : holes === this.hole;
  }

  fit() {
    const points = [];
    this.rows.forEach((row) => {
      const kind = row.properties.kind;
      if (this.ofHole(row) && (this.hole === null || ["hole", "tee", "pin"].includes(kind))) points.push(...parts(row.geometry).flat());
    });
    if (!points.length) { this.draw(); return; }
    const xs = points.map((p) => p[0]), ys = points.map((p) => p[1]);
    const [w, e, s, n] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    this.x = (w + e) / 2;
    this.y = (s + n) / 2;
    this.scale = Math.min(40, (this.width - 90) / Math.max(20, e - w), (this.height - 90) / Math.max(20, n - s));
    this.draw();
  }

  zoom(factor, at) {
    const before = at || [this.x, this.y];
    const scale = Math.min(60, Math.max(0.4, this.scale * factor)), k = this.scale / scale;
    this.x = before[0] + (this.x - before[0]) * k;
    this.y = before[1] + (this.y - before[1]) * k;
    this.scale = scale;
    if (this.waiting) return;
    this.waiting = true;
    requestAnimationFrame(() => { this.waiting = false; this.draw(); });
  }

  // move the paper, if a place would otherwise leave it
  keepInSight(p) {
    const [x, y] = this.toScreen(p);
    if (x > 30 && x < this.width - 30 && y > 30 && y < this.height - 30) return;
    [this.x, this.y] = p;
    this.draw();
  }

  draw() {
    this.world.textContent = "";
    this.layers = {};
    ORDER.forEach((kind) => { this.layers[kind] = make("g", {}, this.world); });
    this.names = make("g", {}, this.world);
    this.contours.forEach((c) => make("path", { class: c.heavy ? "contour heavy" : "contour", d: this.path(c.points, false) }, this.layers.contours));
    this.rows.forEach((row) => this.drawRow(row));
    Object.entries(LAYER).forEach(([kind, layer]) => { if (this.hidden.has(layer)) this.layers[kind].classList.add("hidden"); });
    if (this.hidden.has("names")) this.names.classList.add("hidden");
    this.drawHandles();
    this.drawScale();
  }

  path(points, closed) {
    return `M${points.map((p) => { const s = this.toScreen(p); return `${s[0].toFixed(1)} ${s[1].toFixed(1)}`; }).join("L")}${closed ? "Z" : ""}`;
  }

  // one feature, drawn anew: what it was before is taken away
  drawRow(row) {
    if (row.node) row.node.remove();
    if (row.label) row.label.remove();
    const p = row.properties, kind = p.kind, faint = this.ofHole(row) ? "" : " faint";
    const node = make("g", { "data-at": row.at, class: `feature${faint}${row.at === this.selected ? " selected" : ""}` }, this.layers[kind]);
    row.node = node;
    row.label = null;
    if (this.beyond(row)) { node.remove(); return; }
    if (row.geometry.type === "Point") this.drawPoint(row, node);
    else this.drawShape(row, node);
    make("title", {}, node).textContent = this.nameOf(row);
  }

  // whether all of a feature lies well outside the paper
  beyond(row) {
    const [low, high] = this.reach();
    return ![0, 1].every((k) => {
      const values = parts(row.geometry).flat().map((p) => p[k]);
      return Math.min(...values) < high[k] && Math.max(...values) > low[k];
    });
  }
  reach() {
    const w = (this.width / 2 + PAST_PX) / this.scale, h = (this.height / 2 + PAST_PX) / this.scale;
    return [[this.x - w, this.y - h], [this.x + w, this.y + h]];
  }

  nameOf(row) {
    const p = row.properties;
    return [kindWords(p.kind), p.name || p.label || p.what || ""].join(" ").trim();
  }

  drawPoint(row, node) {
    const p = row.properties, [x, y] = this.toScreen(row.geometry.coordinates);
    if (p.kind === "tree") {
      make("circle", { class: "crown", cx: x, cy: y, r: Math.max(2, (p.canopy_radius_m === undefined ? 3 : p.canopy_radius_m) * this.scale) }, node);
      make("circle", { class: "trunk", cx: x, cy: y, r: Math.max(1, (p.trunk_radius_m || 0.2) * this.scale) }, node);
      return;
    }
    if (p.kind === "tee") make("rect", { class: "tee-mark", x: x - 6, y: y - 4, width: 12, height: 8 }, node);
    else if (p.kind === "pin") {
      make("circle", { class: "halo", cx: x, cy: y, r: 5 }, node);
      make("path", { class: "basket", d: `M${x - 7} ${y}h14M${x} ${y - 7}v14` }, node);
      make("circle", { class: "basket", cx: x, cy: y, r: 4.5 }, node);
    } else if (p.kind === "drop_zone") make("rect", { class: "zone-mark", x: x - 5, y: y - 5, width: 10, height: 10 }, node);
    else if (p.kind === "landmark") make("path", { class: "ink mark", d: `M${x} ${y + 6}V${y - 6}M${x - 4} ${y + 6}h8` }, node);
    else if (this.scale > SPOTS_FROM) make("path", { class: "spot", d: `M${x - 3} ${y}h6M${x} ${y - 3}v6` }, node);
    make("circle", { class: "grip", cx: x, cy: y, r: 9 }, node);
    const text = p.kind === "spot_height" ? (this.scale > 6 ? Number(p.z_m).toFixed(1) : "") : p.name || p.label || "";
    if (!text || !this.ofHole(row) || this.scale < NAMES_FROM) return;
    if (p.kind === "spot_height") this.label(row, x + 4, y + 11, text, "tick");
    else this.label(row, x + 9, y + 4, text, "landmark");
  }

  drawShape(row, node) {
    const p = row.properties, closed = row.geometry.type !== "LineString";
    const d = parts(row.geometry).map((ring) => this.path(closed ? ring.slice(0, -1) : ring, closed)).join("");
    const looks = {
      hole: ["line-of-play drawn"], mando: ["mando"], barrier: [`barrier ${p.what || "wall"}`], unknown: ["unknown"],
      grove: [(p.floor_density_per_m === undefined ? 0.1 : p.floor_density_per_m) < 0.05 ? "ceiling" : "grove"],
      area: this.areaLooks(p),
    }[p.kind];
    looks.forEach((look) => make("path", { class: look, d: d }, node));
    if (!closed) make("path", { class: "grip-line", d: d }, node);
    const at = this.toScreen(parts(row.geometry)[0][0]);
    if (p.kind === "hole") this.label(row, at[0] - 14, at[1] + 4, String(p.hole), "out-label");
    else if (p.name && this.ofHole(row) && this.scale > 2) this.label(row, at[0] + 4, at[1] - 4, p.name, "label");
  }

  areaLooks(p) {
    const looks = [];
    if (HATCHED.includes(p.surface)) looks.push(`ground-${p.surface}`);
    if (p.play === "ob") looks.push("out");
    else if (p.play && p.play !== "in") looks.push(p.play);
    return looks.length ? looks : ["mown"];
  }

  label(row, x, y, text, look) {
    row.label = make("text", { class: look, x: x.toFixed(1), y: y.toFixed(1) }, this.names);
    row.label.textContent = text;
  }

  drawHandles() {
    this.overlay.textContent = "";
    const row = this.rows.get(this.selected);
    if (row) this.handlesOf(row);
    if (this.draft?.length) {
      make("path", { class: "draft", d: this.path(this.draft.concat(this.hover ? [this.hover] : []), false) }, this.overlay);
      this.draft.forEach((p) => { const [x, y] = this.toScreen(p); make("rect", { class: "corner-handle", x: x - 3, y: y - 3, width: 6, height: 6 }, this.overlay); });
    }
    if (this.cursor) {
      const [x, y] = this.toScreen(this.cursor);
      make("path", { class: "cross", d: `M${x - 11} ${y}H${x - 3}M${x + 3} ${y}H${x + 11}M${x} ${y - 11}V${y - 3}M${x} ${y + 3}V${y + 11}` }, this.overlay);
    }
    if (this.tape) {
      const [a, b] = this.tape.map((p) => this.toScreen(p));
      make("path", { class: "draft", d: `M${a.join(" ")}L${b.join(" ")}` }, this.overlay);
      make("text", { class: "out-label", x: (a[0] + b[0]) / 2 + 8, y: (a[1] + b[1]) / 2 - 6 }, this.overlay).textContent = this.tapeText || "";
    }
  }

  handlesOf(row) {
    if (row.geometry.type === "Point") {
      const [x, y] = this.toScreen(row.geometry.coordinates);
      make("circle", { class: "ring", cx: x, cy: y, r: 12 }, this.overlay);
      return;
    }
    const closed = row.geometry.type !== "LineString";
    parts(row.geometry).forEach((ring, r) => {
      const corners = closed ? ring.slice(0, -1) : ring;
      corners.forEach((p, k) => {
        const [x, y] = this.toScreen(p), following = ring[k + 1];
        make("rect", { class: "corner-handle", "data-ring": r, "data-corner": k, x: x - 5, y: y - 5, width: 10, height: 10 }, this.overlay);
        if (!following) return;
        const [mx, my] = this.toScreen([(p[0] + following[0]) / 2, (p[1] + following[1]) / 2]);
        make("circle", { class: "middle-handle", "data-ring": r, "data-after": k, cx: mx, cy: my, r: 4.5 }, this.overlay);
      });
    });
  }

  drawScale() {
    const unit = this.imperial ? 0.3048 : 1, steps = this.imperial ? [5, 10, 25, 50, 100, 250, 500] : [1, 2, 5, 10, 20, 50, 100, 200];
    const step = steps.find((s) => s * unit * this.scale > 60) || steps[steps.length - 1];
    this.svg.querySelector("#scale-bar").setAttribute("d", `M0 -5V0H${(step * unit * this.scale).toFixed(1)}V-5`);
    this.svg.querySelector("#scale-text").textContent = step + (this.imperial ? " ft" : " m");
  }

  // the nearest corner of another feature within reach, or the place itself
  snapped(p, besides) {
    let best = p, least = SNAP_PX / this.scale;
    this.rows.forEach((row) => {
      if (row.at === besides || row.properties.kind === "spot_height" || row.properties.kind === "tree") return;
      parts(row.geometry).forEach((ring) => ring.forEach((q) => {
        const gap = Math.hypot(q[0] - p[0], q[1] - p[1]);
        if (gap < least) { least = gap; best = [q[0], q[1]]; }
      }));
    });
    return best;
  }
}

function kindWords(kind) { return kind === "hole" ? "line of play" : kind.replace("_", " "); }
