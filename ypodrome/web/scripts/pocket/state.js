// What the phone holds of a round: the document it came with, what was prepared, what is chosen, what is told.
import { fold, roundScore } from "./fold.js";
import { openStore } from "./store.js";

const PAINTED_MS = 50; // the hole in hand is painted before the others are read
const PLAIN = { k: 0, wind: null, hands: "both", sun: false, lies: {} };

export const state = {
  ready: false, panel: "", said: "", wrong: "", k: 0, wind: null, hands: "both", sun: false, lies: {},
  plays: [], prepared: {}, lasting: true,

  async init() {
    this.doc = Object.freeze(JSON.parse(document.getElementById("round").textContent)); // never changes, not watched
    this.holes = Object.freeze(this.doc.holes);
    this.plays = this.holes.map(() => fold([]));
    this.file = Boolean(this.doc.file);
    this.store = await openStore((round) => { if (round === this.uuid) this.read(); });
    this.lasting = this.store.lasting;
    const kept = (await this.store.round(this.uuid)) || {};
    Object.assign(this, PLAIN, kept.choice || {});
    globalThis.addEventListener("hashchange", () => { this.fromAddress(); this.show(); });
    this.fromAddress();
    this.prepared = {};
    this.take([...(await this.store.preparedAt(this.uuid, this.holes[this.k].position)), ...this.doc.prepared]);
    await this.read();
    this.ready = true;
    this.show();
    setTimeout(() => this.goOn(), PAINTED_MS);
  },
  async goOn() {
    this.take(await this.store.prepared(this.uuid));
    await this.keep();
    this.listen();
    navigator.storage?.persist?.();
  },
  fromAddress() {
    const asked = Number(location.hash.slice(1));
    const found = this.holes.findIndex((h) => h.position === asked);
    if (found >= 0) this.k = found;
    this.k = Math.min(this.k, this.holes.length - 1);
  },

  get uuid() { return this.doc.round.uuid; },
  get owner() { return this.doc.player; },
  // The hole in hand, its ground as it was prepared with the pin that is in.
  get hole() {
    const plain = this.holes[this.k], prepared = this.preparedOf(plain);
    return prepared ? { ...plain, ...prepared.ground } : plain;
  },
  get play() { return this.plays[this.k]; },
  // The pin that is in: as told on the hole, else as planned.
  pinOf(hole) { return this.plays[this.holes.indexOf(hole)]?.pin || hole.pin; },
  get pin() { return this.pinOf(this.holes[this.k]); },
  // What was prepared of a hole with a pin: for the plan that the page shows, or since the page was made.
  preparedWith(hole, pin) {
    const view = this.prepared[`${hole.position}|${pin}`];
    return view && (view.stamp === hole.stamp || view.made >= this.doc.made) ? view : undefined;
  },
  preparedOf(hole) { return this.preparedWith(hole, this.pinOf(hole)); },
  get preparedHole() { return this.preparedOf(this.holes[this.k]); },
  get look() { return this.sun ? "sun" : ""; },
  get round() { return roundScore(this.holes, this.plays); },

  // What is chosen lasts as long as the browser lets it.
  async keep() {
    const { k, wind, hands, sun, lies } = this;
    const row = { uuid: this.uuid, owner: this.owner, log: this.logged, choice: { k, wind, hands, sun, lies } };
    await this.store.keepRound(JSON.parse(JSON.stringify(row)));
  },
  take(views) {
    const rows = views.map((view) => [`${view.position}|${view.pin}`, Object.freeze(view)]);
    this.prepared = { ...this.prepared, ...Object.fromEntries(rows) };
  },
  get logged() {
    const r = this.doc.round;
    const holes = this.holes.map((h) => ({ position: h.position, number: h.number, tee: h.tee, pin: h.pin, par: h.par, expected: h.expected ?? null }));
    return { uuid: r.uuid, course: r.course, layout: r.layout, day: r.day, holes };
  },
  async read() {
    const events = await this.store.eventsOf(this.uuid);
    this.plays = this.holes.map((h) => fold(events.filter((e) => e.position === h.position)));
    await this.count();
    if (this.ready) this.show();
  },
};
