// Pens, and the shape that is being drawn.
import { copy } from "./geometry.js";

export const pens = {
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
};
