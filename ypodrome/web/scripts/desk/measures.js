// Placing by distance and bearing, tape and rangefinder.
import { FEET, bearing, gap } from "./geometry.js";

export const measures = {
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
};
