// Where a disc came to rest: tapped on the drawing, told by its distance to go, or by where the phone is.
import { lonLat, pixelsOf } from "./choice.js";

export const FEET = 3.28084;
const PACE_M = 0.76;
// A pace of a grown walker: 30 in [common practice].

export const place = {
  at: null, toGo: "", unit: "length", locating: "",

  tapped(event) {
    const svg = this.$refs.large.querySelector("svg"), box = svg.getBoundingClientRect();
    const size = svg.viewBox.baseVal, k = size.width / box.width;
    this.setPlace([(event.clientX - box.left) * k, (event.clientY - box.top) * k]);
  },
  nudged(event) {
    const steps = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!steps) return;
    event.preventDefault();
    const by = 2 * this.hole.px_per_m, at = this.at || this.throw?.end || this.hole.pin_at;
    this.setPlace([at[0] + by * steps[0], at[1] + by * steps[1]]);
  },
  setPlace(at) {
    this.at = at.map((v) => Math.round(10 * v) / 10);
    this.toGo = String(Math.round(this.inUnit(this.awayOf(this.at))));
    this.show();
  },
  awayOf(at) { return Math.hypot(at[0] - this.hole.pin_at[0], at[1] - this.hole.pin_at[1]) / this.hole.px_per_m; },
  get perUnit() { return this.unit === "paces" ? PACE_M : this.doc.units === "imperial" ? 1 / FEET : 1; },
  get unitWords() { return this.unit === "paces" ? "paces" : this.doc.units === "imperial" ? "ft" : "m"; },
  inUnit(m) { return m / this.perUnit; },
  get toGoM() {
    const value = Number(String(this.toGo).replace(",", "."));
    return String(this.toGo).trim() === "" || !Number.isFinite(value) || value < 0 ? null : value * this.perUnit;
  },
  switchUnit() {
    const m = this.toGoM;
    this.unit = this.unit === "paces" ? "length" : "paces";
    if (m !== null) this.toGo = String(Math.round(this.inUnit(m)));
  },
  // A distance alone: on the line from the basket to the place that was marked, or to the tee.
  toldDistance() {
    const m = this.toGoM;
    if (m === null) return;
    const from = this.at || this.hole.tee_at, pin = this.hole.pin_at;
    const gap = Math.hypot(from[0] - pin[0], from[1] - pin[1]) || 1, px = (m * this.hole.px_per_m) / gap;
    this.at = [pin[0] + (from[0] - pin[0]) * px, pin[1] + (from[1] - pin[1]) * px].map((v) => Math.round(10 * v) / 10);
    this.show();
  },
  locate() {
    this.locating = "Asking the phone where it is …";
    const wrong = () => { this.locating = "The phone does not say where it is. Tap the drawing, or try a simulated place."; };
    if (!navigator.geolocation) { wrong(); return; }
    navigator.geolocation.getCurrentPosition((fix) => {
      const at = pixelsOf(this.hole, fix.coords.longitude, fix.coords.latitude), far = this.awayOf(at);
      this.locating = far > 1500 ? `The phone says it is ${this.length(far)} from this basket: not taken.` : `Within ${this.length(fix.coords.accuracy)}.`;
      if (far <= 1500) this.setPlace(at);
    }, wrong, { enableHighAccuracy: true, timeout: 10000 });
  },
  // A stand-in for a receiver: near where the throw was meant to end.
  simulate() {
    const end = this.throw?.end || this.hole.pin_at, spread = 6 * this.hole.px_per_m;
    this.setPlace([end[0] + spread * (Math.random() - 0.5), end[1] + spread * (Math.random() - 0.5)]);
    this.locating = "A simulated place, near where the throw was meant to end.";
  },
  placeColumns(at, names) {
    if (!at) return {};
    const [lon, lat] = lonLat(this.hole, at).map((v) => Math.round(1e8 * v) / 1e8);
    return { [names[0]]: lon, [names[1]]: lat };
  },
};
