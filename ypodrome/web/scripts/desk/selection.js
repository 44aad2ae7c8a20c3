// What is selected, and its exact fields.
import { copy, gap, moved, parts } from "./geometry.js";

const SHORT_M = 0.05;

export const selection = {
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
  nudge(dx, dy) {
    const row = this.map.rows.get(this.map.selected);
    if (!row) { this.map.x += dx * 10; this.map.y += dy * 10; this.map.draw(); return; }
    this.change([{ at: row.at, feature: { geometry: moved(row.geometry, (p) => [p[0] + dx, p[1] + dy]), properties: row.properties } }], "Moved.");
  },
};
