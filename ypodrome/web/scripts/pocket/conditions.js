// Wind, pin, hands, wet or dry, and which hole: changed in place by a thumb.
import { postJson } from "../post.js";
import { sectorOf, windWords } from "../winds.js";
import { turnOf } from "./choice.js";

const SWIPE_PX = 60;

export const conditions = {
  swipe: null,

  open(panel) {
    this.panel = this.panel === panel ? "" : panel;
    this.quiet();
    if (this.panel === "lie") this.beginLie();
    this.show();
  },
  back() { this.panel = ""; this.quiet(); this.show(); },
  quiet() {
    this.wrong = "";
    if (!this.takingNow) this.progress = "";
  },
  openPutt() { this.beginPutt(); this.open("putt"); },
  get isCard() { return this.ready && this.panel === ""; },

  // ---- the hole
  get isFirst() { return this.k === 0; },
  get isLast() { return this.k === this.holes.length - 1; },
  async turnTo(k) {
    if (k < 0 || k >= this.holes.length) return;
    this.k = k;
    this.panel = "";
    this.quiet();
    history.replaceState(null, "", `#${this.hole.position}`);
    this.show();
    await this.keep();
  },
  before() { this.turnTo(this.k - 1); },
  after() { this.turnTo(this.k + 1); },
  toHole(event) {
    const button = event.target.closest("[data-k]");
    if (button) this.turnTo(Number(button.dataset.k));
  },
  swipeFrom(event) { this.swipe = event.touches.length === 1 ? { x: event.touches[0].clientX, y: event.touches[0].clientY } : null; },
  swipeTo(event) {
    if (!this.swipe || !this.isCard) return;
    const x = event.changedTouches[0].clientX - this.swipe.x, y = event.changedTouches[0].clientY - this.swipe.y;
    if (Math.abs(x) > SWIPE_PX && Math.abs(x) > 2 * Math.abs(y)) this.turnTo(this.k + (x < 0 ? 1 : -1));
  },

  get strength() { return this.doc.wind.strengths.find((s) => s.mph === this.wind?.mph); },

  // ---- the wind: as planned, or felt in one of the strengths that were worked out
  get strengths() {
    return this.doc.wind.strengths.map((s) => ({ ...s, words: s.mph ? s.words : "still", on: this.wind?.mph === s.mph }));
  },
  get asPlanned() { return this.wind === null; },
  get plannedWords() { return `as planned, ${this.doc.wind.words}`; },
  get directions() {
    const now = sectorOf(turnOf((this.wind || this.doc.wind).from_deg, this.hole));
    return [7, 0, 1, 6, null, 2, 5, 4, 3].map((sector, k) => ({
      k, sector, words: sector === null ? "to the basket" : windWords(45 * sector), hub: sector === null,
      turn: sector === null ? "" : `rotate(${45 * sector} 12 12)`, on: sector === now && !this.asPlanned,
    }));
  },
  async setWind(wind) {
    this.wind = wind;
    this.show();
    await this.keep();
  },
  windAsPlanned() { this.setWind(null); },
  setStrength(event) {
    const button = event.target.closest("[data-mph]");
    if (button) this.setWind({ mph: Number(button.dataset.mph), from_deg: (this.wind || this.doc.wind).from_deg });
  },
  setDirection(event) {
    const button = event.target.closest("[data-sector]");
    if (!button) return;
    const from_deg = (this.hole.up_deg + 45 * Number(button.dataset.sector)) % 360;
    this.setWind({ mph: this.wind?.mph || 10, from_deg });
  },

  // What the station said of this hour and the next, when the round was taken along.
  get hoursNow() {
    const now = new Date().getHours();
    return this.doc.hours.filter((h) => h.hour === now || h.hour === (now + 1) % 24);
  },
  get hourWords() { return this.hoursNow.map((h) => `${h.hour}:00 ${h.wind}, gusts ${h.gust}, from ${h.from_deg}°, ${h.temperature}.`).join(" "); },
  get hourCautions() { return this.hoursNow.flatMap((h) => h.cautions.map((c) => `${h.hour}:00: ${c}`)).join(" "); },

  // ---- pin and hands
  get pinChoices() { return this.hole.pins.map((pin) => ({ pin, on: pin === this.pin, words: this.pinWords(pin) })); },
  pinWords(pin) {
    if (this.preparedWith(this.hole, pin)) return "prepared";
    return pin === this.hole.pin ? "the plan's" : "not prepared";
  },
  async setPin(event) {
    const pin = event.target.closest("[data-pin]")?.dataset.pin;
    if (!pin || pin === this.pin) return;
    await this.tell({ what: "pin changed", pin });
    this.back();
    if (!this.preparedHole && !this.file) await this.prepareHere();
  },
  get handChoices() {
    return [["both", "as planned"], ["forehand", "no forehand"], ["backhand", "no backhand"]].map(([hand, words]) => ({ hand, words, on: hand === this.hands }));
  },
  async setHands(event) {
    const hand = event.target.closest("[data-hand]")?.dataset.hand;
    if (!hand) return;
    this.hands = hand;
    this.back();
    await this.keep();
  },
  get wetWords() { return `The day is ${this.doc.wet ? "wet" : "dry"}: make it ${this.doc.wet ? "dry" : "wet"}`; },
  get canAsk() { return !this.file; },
  async switchWet() {
    this.progress = `Planning hole ${this.hole.number} ${this.doc.wet ? "dry" : "wet"} …`;
    try {
      await postJson(`${this.doc.urls.plan}hole/${this.hole.position}/replan/`, { wet: !this.doc.wet });
      location.reload();
    } catch (error) {
      this.progress = error.refused ? `Not changed: ${error.message}.` : "There is no network: the day stays as it was planned.";
    }
  },
  async switchSun() {
    this.sun = !this.sun;
    await this.keep();
  },
};
