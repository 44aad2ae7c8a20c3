// The same by keys.
import { FEET } from "./geometry.js";

const NUDGE_M = 0.5, CURSOR_PX = 8;

export const keys = {
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
};
