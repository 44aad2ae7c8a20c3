// Turning to a hole, its measures, and what is drawn of the course.
import { element } from "../element.js";

export const holes = {
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
};
