// The log of a hole: as planned by one tap, else where it lies and what went wrong; putts; penalties; undo.
const FAULTS = ["left", "right", "short", "long", "hit something"];
const PENALTIES = ["out of bounds", "hazard", "lost disc", "missed mandatory"]; // of a throw; others stand alone
const PROMISED = ["power_pct", "hyzer_deg", "launch_deg", "aim_left_deg", "expected"];
const MOST_SCORE = 30;

export const logging = {
  fault: "", penalty: "", playOn: "rest", provisional: false, discId: "", throwCode: "", puttAway: "", total: 0,

  // Tells one thing of this hole; it is kept on the phone before anything else happens.
  async tell(told, k = this.k) {
    const h = this.holes[k];
    await this.store.add(this.owner, { round: this.uuid, position: h.position, hole: h.number, tee: h.tee, pin: this.pinOf(h), ...told });
    await this.read();
    this.sendSoon();
  },
  // What a throw tells whatever became of it: which one it is, from where, what was planned, and the wind.
  thrown(t) {
    const planned = this.throw, lie = this.fromTheTee ? this.hole.tee_at : this.lie;
    const wind = this.wind ? { wind_m_s: this.strength.m_s, wind_from_deg: this.wind.from_deg, wind_source: "felt" }
      : { wind_m_s: this.doc.wind.m_s, wind_from_deg: this.doc.wind.from_deg, wind_source: "the plan" };
    const keyed = planned ? { planned: planned.key, promised: JSON.stringify(Object.fromEntries(PROMISED.map((n) => [n, planned[n]]))) } : {};
    const which = t ? { disc_id: t.disc_id, disc: t.disc, disc_numbers: t.disc_numbers, throw: t.throw, kind: t.kind } : {};
    const from = lie ? { lie_to_go_m: Math.round(10 * this.awayOf(lie)) / 10, ...this.placeColumns(lie, ["lie_lon", "lie_lat"]) } : {};
    return { throw_no: this.made + 1, ...which, ...keyed, ...wind, ...from };
  },

  get canGoAsPlanned() { return !this.play.over && Boolean(this.throw); },
  get asPlannedWords() { return this.throw ? `As planned: ${this.throw.disc}` : "No plan here"; },
  async wentSo() {
    if (this.canGoAsPlanned) await this.tell({ what: "throw", ...this.thrown(this.throw) });
  },

  // ---- where it lies
  get discs() { return this.doc.discs.map((d) => ({ ...d, on: d.id === this.discId })); },
  get codes() { return this.doc.throws.map((t) => ({ ...t, on: t.code === this.throwCode })); },
  beginLie() {
    const t = this.throw;
    this.at = null;
    this.fault = this.penalty = this.toGo = this.locating = "";
    this.playOn = "rest";
    this.provisional = false;
    this.discId = t?.disc_id || this.discId || this.doc.discs[0]?.id || "";
    this.throwCode = t ? `${t.throw}|${t.kind}` : this.throwCode || this.doc.throws[0]?.code || "";
    this.total = this.play.total || this.hole.par;
  },
  get faults() { return FAULTS.map((words) => ({ words, on: words === this.fault })); },
  get penalties() { return PENALTIES.map((words) => ({ words, on: words === this.penalty })); },
  setFault(event) { this.fault = this.other(event, "fault", this.fault); },
  setPenalty(event) {
    this.penalty = this.other(event, "penalty", this.penalty);
    this.playOn = this.usualWay;
  },
  // From where one usually plays on; local rules may say otherwise, and the player picks.
  get usualWay() {
    if (this.penalty === "lost disc") return "again";
    if (this.penalty === "missed mandatory") return this.dropZone ? "drop" : "again";
    return { drop_zone: this.dropZone ? "drop" : "rest", previous_lie: "again" }[this.hole.ob_play] || "rest";
  },
  other(event, name, now) {
    const value = event.target.closest(`[data-${name}]`)?.dataset[name];
    return value === undefined ? now : value === now ? "" : value;
  },
  get dropZone() { return this.penalty === "missed mandatory" ? this.hole.drop_zones.mando : this.hole.drop_zones.ob; },
  get playsOn() {
    const ways = [{ way: "rest", words: "where it went out" }, { way: "again", words: "from here again" }];
    if (this.dropZone) ways.push({ way: "drop", words: "drop zone" });
    return ways.map((w) => ({ ...w, on: w.way === this.playOn }));
  },
  setPlayOn(event) { this.playOn = event.target.closest("[data-way]")?.dataset.way || this.playOn; },
  switchProvisional() { this.provisional = !this.provisional; },
  // The next lie, in pixels, as the penalty has it.
  get nextLie() {
    if (!this.penalty || this.playOn === "rest") return this.at;
    return this.playOn === "drop" ? this.dropZone : this.fromTheTee ? this.hole.tee_at : this.lie;
  },
  get chosenThrow() {
    const disc = this.doc.discs.find((d) => d.id === this.discId), [code, kind] = this.throwCode.split("|");
    return disc ? { disc_id: disc.id, disc: disc.name, disc_numbers: disc.numbers, throw: code, kind } : null;
  },
  async keepThrow(made) {
    const lie = made ? null : this.nextLie, away = lie ? this.awayOf(lie) : this.toGoM;
    const told = {
      what: this.provisional ? "provisional" : "throw", ...this.thrown(this.chosenThrow), fault: this.fault,
      penalty: this.penalty, penalties: this.penalty ? 1 : 0, putt: made ? "made" : "",
      ...(made ? {} : this.placeColumns(this.at, ["rest_lon", "rest_lat"])),
      ...(made || away === null ? {} : { to_go_m: Math.round(10 * away) / 10 }),
    };
    if (this.provisional) delete told.throw_no;
    const after = this.made + 1;
    await this.tell(told);
    if (!this.provisional && !made) await this.lieAt(lie, after);
    this.back();
  },
  async lieAt(at, after) {
    this.lies = { ...this.lies, [this.hole.position]: at ? { at, after } : null };
    await this.keep();
  },
  keepLie() { return this.keepThrow(false); },
  inBasket() { return this.keepThrow(true); },
  onlyPenalty() { return this.penaltyAlone(this.penalty || "other"); },
  relief() { return this.penaltyAlone("relief"); },
  async penaltyAlone(penalty) {
    await this.tell({ what: "penalty", penalty, penalties: 1 });
    this.back();
  },

  // ---- a provisional: dropped when the first throw is found, else played, that one being lost
  get provisionals() { return this.play.provisionals; },
  get provisionalWords() { return this.provisionals.length && !this.play.over ? `A provisional is thrown (${this.provisionals.at(-1).disc || "a disc"}).` : ""; },
  correct(event, becomes, more) { return this.tell({ ...event, ...more, what: "correction", corrects: event.id, becomes }); },
  async playProvisional() {
    const lost = this.play.throws.at(-1), tried = this.provisionals.at(-1), after = this.made + 1;
    if (lost && !lost.penalties) await this.correct(lost, lost.what, { penalty: lost.penalty || "lost disc", penalties: 1 });
    await this.correct(tried, "throw", { throw_no: after });
    this.show();
  },
  async dropProvisional() {
    await this.correct(this.provisionals.at(-1), "withdrawn", {});
    this.show();
  },

  // ---- putts
  beginPutt() {
    const m = this.lie ? this.awayOf(this.lie) : null;
    this.puttAway = m === null ? "" : String(Math.round(this.inUnit(m)));
  },
  farther() { this.puttAway = String(Number(this.puttAway || 0) + 1); },
  nearer() { this.puttAway = String(Math.max(0, Number(this.puttAway || 0) - 1)); },
  async putt(result) {
    const value = Number(String(this.puttAway).replace(",", ".")), known = String(this.puttAway).trim() !== "" && Number.isFinite(value);
    const after = this.made + 1;
    await this.tell({ what: "putt", throw_no: after, putt: result, ...(known ? { lie_to_go_m: Math.round(10 * value * this.perUnit) / 10, intended_m: Math.round(10 * value * this.perUnit) / 10 } : {}) });
    this.puttAway = "";
    if (result === "made") this.back();
    else this.show();
  },
  puttIn() { return this.putt("made"); },
  puttMissed() { return this.putt("missed"); },

  // ---- undo, and the score alone
  get lastTold() { return this.play.standing.at(-1); },
  get nothingTold() { return !this.lastTold; },
  async undo() {
    const last = this.lastTold;
    if (!last) return;
    await this.tell({ what: "correction", corrects: last.id, becomes: "withdrawn" });
    await this.lieAt(null, 0);
    this.show();
  },
  fewer() { this.total = Math.max(1, this.total - 1); },
  more() { this.total = Math.min(MOST_SCORE, this.total + 1); },
  async onlyScore() {
    await this.tell({ what: "score only", score: this.total });
    this.back();
  },
  get openHole() { return this.ready && !this.play.over; },
  get holeOver() { return this.play.over; },
  get disputes() { return this.play.disputed ? "Two devices tell a throw of this hole otherwise: the first counts. Undo one, or pick on the record page." : ""; },
};
