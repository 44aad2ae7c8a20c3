// What the card shows: the throw in the wind, with the hands and the pin as they are, or what to do from a lie.
import { postJson } from "../post.js";
import { windWords } from "../winds.js";
import { fromPlace, fromTee, pixelsOf, planOf, turnOf } from "./choice.js";
import { FEET } from "./place.js";

const NEXT_GAP_M = 25;

export const card = {
  // How many throws and putts are made, and whether the next is from the tee.
  get made() { return this.play.throws.length; },
  get fromTheTee() { return this.made === 0; },
  get wentAsPlanned() { return this.play.throws.every((e) => e.what === "throw" && e.planned && !e.fault && !e.penalty && !Number.isFinite(e.rest_lon)); },

  // The throw to make: from the tee, or planned after throws that went as planned; null where none is.
  get throw() {
    let now = fromTee(this.hole, this.preparedHole, this.wind, this.hands, this.pin);
    if (this.fromTheTee) return now;
    if (!this.wentAsPlanned) return null;
    for (let n = 0; n < this.made && now; n += 1) now = now.then;
    return now;
  },
  // Where the disc lies, in pixels, and what was prepared for there; null where nobody told.
  get lie() {
    const told = this.lies[this.hole.position];
    return told && told.after === this.made ? told.at : this.restOf(this.play.throws.at(-1));
  },
  // Where a throw came to rest that was told in another tab or before a crash; a penalty may have moved the lie.
  restOf(e) { return e && !e.penalty && Number.isFinite(e.rest_lon) ? pixelsOf(this.hole, e.rest_lon, e.rest_lat) : null; },
  get fromLie() { return this.lie ? fromPlace(this.hole, this.preparedHole, this.lie) : null; },

  length(m) { return this.doc.units === "imperial" ? `${Math.round(m * FEET)} ft` : `${Math.round(m)} m`; },

  get holeTitle() { return `${this.hole.number} ${this.hole.name}`.trim(); },
  get holeFacts() { return `par ${this.hole.par}, ${this.hole.distance}${this.hole.pins.length > 1 ? `, pin ${this.pin}` : ""}`; },

  get view() {
    if (this.play.over) return { role: "Holed out", disc: this.scoreWords, how: "", angle: "", aim: "", after: "" };
    if (this.throw) return this.throwView(this.throw);
    if (this.fromTheTee) return this.nothing();
    return this.fromLie ? this.lieView(this.fromLie) : this.nowhere();
  },
  throwView(t) {
    const role = this.fromTheTee ? (this.hands === "both" ? t.role : `No ${this.hands}`) : "Then";
    return { role, disc: `${t.disc}, ${t.line}`, how: t.how, angle: t.angle, aim: `Aim: ${t.aim}`, after: `Hole expected ${t.expected.toFixed(1)}` };
  },
  nothing() {
    const why = !this.hole.plan ? "This hole is not planned." : !this.preparedHole && this.pin !== this.hole.pin ? `Pin ${this.pin} is not prepared.` : this.hands === "both" ? "This wind is not prepared for this pin." : `Without the ${this.hands} nothing is left here.`;
    const mend = this.hole.plan && !this.preparedHole ? (this.file ? "Plan as it stands: set the wind as planned." : "Take the round along, or set the wind as planned.") : "Both hands, or the log alone.";
    return { role: "From the tee", disc: "No throw", how: why, angle: mend, aim: "", after: "" };
  },
  lieView(l) {
    const away = this.length(l.away_m), worth = l.worth === null ? "" : `About ${l.worth.toFixed(1)} throws from here`;
    if (l.putt) return { role: `${away} to go`, disc: `Putt: ${l.putt.advice}`, how: l.putt.style, angle: l.putt.why, aim: `Goes in ${Math.round(100 * l.putt.made)} in 100`, after: `About ${l.putt.expected.toFixed(1)} throws from here` };
    if (l.next && l.next.gap_m < NEXT_GAP_M) return { role: `${away} to go`, disc: l.next.what, how: `Worked out ${this.length(l.next.gap_m)} from here, ${l.next.where} of the zone`, angle: l.next.aim ? `Aim: ${l.next.aim}` : "", aim: "", after: worth };
    return { role: `${away} to go`, disc: "Your own throw", how: "Nothing was worked out near here.", angle: this.file ? "" : "With a network: Plan from here.", aim: "", after: worth };
  },
  nowhere() { return { role: `After ${this.made}`, disc: "Where does it lie?", how: "Tell it on the drawing, and what was prepared for there is shown.", angle: "", aim: "", after: "" }; },

  get windLine() {
    const planned = this.doc.wind, turn = turnOf((this.wind || planned).from_deg, this.hole);
    if (!this.wind) return `Planned for ${planned.words}, ${windWords(turn)}`;
    const felt = this.wind.mph ? `${this.strength.words}, ${windWords(turn)}` : "still air";
    return `Felt: ${felt} (planned for ${planned.words})`;
  },
  get switchLine() { return this.fromTheTee ? this.preparedHole?.switches[0] || "" : ""; },
  get otherLine() { return this.fromTheTee && this.hands === "both" && !this.wind ? this.short("Other hand", "other") : ""; },
  get safeLine() { return this.fromTheTee && !this.wind ? this.short("Safe", "safe") : ""; },
  short(words, which) {
    const plan = planOf(this.hole, this.preparedHole), t = plan.throws?.[plan[which]];
    return t ? `${words}: ${t.disc}, ${t.line}, ${t.how}. Aim ${t.aim}.` : "";
  },
  get cautionLine() { return this.hole.cautions.join(" "); },
  get notesLine() { return this.hole.notes; },
  get staleLine() { return this.hole.out_of_date.length ? `Out of date: ${this.hole.out_of_date.join("; ")}.` : this.hole.gone; },

  get scoreWords() {
    const off = this.play.score - this.hole.par;
    const against = off === 0 ? "par" : off < 0 ? `${-off} under` : `${off} over`;
    return `${this.play.score}, ${against}`;
  },
  isHere(n) { return n === this.k ? "true" : null; },
  tallyOf(n) { return this.plays[n].over ? String(this.plays[n].score) : "·"; },
  get roundWords() {
    const r = this.round;
    if (!r.holes) return this.made ? `${this.made + this.play.penalties} so far` : "";
    const signed = (x, places) => (x > 0 ? `+${x.toFixed(places)}` : x < 0 ? `−${(-x).toFixed(places)}` : "level");
    return `After ${r.holes}: ${r.score}, ${signed(r.par, 0)}; against the plan ${signed(Math.round(10 * r.plan) / 10, 1)}`;
  },

  // With a network the server plans from the lie; what is prepared stays on the card.
  get canAskHere() { return !this.file && Boolean(this.lie) && !this.play.over && navigator.onLine; },
  async askHere() {
    this.open("asked");
    this.progress = "Planning from there …";
    const [x, y] = [this.hole.pin_at[0] - this.lie[0], this.hole.pin_at[1] - this.lie[1]];
    const bearing = (((180 / Math.PI) * Math.atan2(x, -y) + this.hole.up_deg) % 360 + 360) % 360;
    const distance = this.awayOf(this.lie) * (this.doc.units === "imperial" ? FEET : 1);
    try {
      const thrown = this.made + this.play.penalties;
      const answer = await postJson(`${this.doc.urls.plan}hole/${this.hole.position}/here/plan/`, { distance, bearing, thrown, stance: "level" });
      this.$refs.asked.innerHTML = answer.parts.advice;
      this.progress = "";
    } catch (error) {
      this.progress = error.refused ? `Not planned: ${error.message}.` : "There is no network.";
    }
  },

  // Draws the hole with the throw, on the card or large where it is tapped.
  show() {
    this.$nextTick(() => {
      const large = this.panel === "lie", paper = large ? this.$refs.large : this.$refs.small;
      if (!paper) return;
      paper.innerHTML = this.hole.picture;
      const t = this.play.over ? null : this.throw;
      this.mark(paper, "aim", t && { d: `M${this.hole.tee_at.join(" ")}L${t.aim_at.join(" ")}` });
      this.mark(paper, "flight", t && { d: t.flight });
      this.mark(paper, "zone", t && { d: t.zone });
      this.mark(paper, "mark", t && { cx: t.aim_at[0], cy: t.aim_at[1] });
      const at = large ? this.at : this.lie;
      this.mark(paper, "lie", at && { cx: at[0], cy: at[1] });
      paper.querySelector("[data-line=wind]").setAttribute("transform", `rotate(${turnOf((this.wind || this.doc.wind).from_deg, this.hole)})`);
    });
  },
  mark(paper, name, values) {
    const node = paper.querySelector(`[data-line=${name}]`);
    node.style.display = values ? "" : "none";
    Object.entries(values || {}).forEach(([k, v]) => { node.setAttribute(k, v); });
  },
};
