// What the desk shows and knows: its words, its course as read, what is still to be mended.
import { element } from "../element.js";
import { DeskForm } from "./form.js";
import { DeskMap } from "./map.js";

export const state = {
  said: "Reading the course …", working: false, applied: 0, changes: 0, problems: [], unsaved: 0,
  cursorText: "", pen: "", holeShown: false, shots: 0, offline: false,

  async init() {
    const d = this.$root.dataset;
    this.base = d.base;
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
};
