// The hole sheet: turn the wind, drag the aim, choose. The server computes; this draws what returns.
import { grab } from "./grab.js";
import { postJson } from "./post.js";
import { windWords } from "./winds.js";

const MPH = 0.44704;
const TURN = 5;  // degrees of the wind for each press of an arrow key on its dial
const STILL = 0.2;  // m/s: Beaufort 0
const PARTS = ["tee_view", "side", "card", "options", "facts"];

document.addEventListener("alpine:init", () => {
  window.Alpine.data("holeSheet", () => ({
    said: "", working: false, from: 0, wind: 0, gust: 0, windShown: 0, gustShown: 0,
    up: 0, rank: 1, aim: 0, unit: 1, timer: 0, busy: false, again: false, dragging: false,
    waiting: null, base: "",

    init() {
      const d = this.$root.dataset;
      this.base = d.base;
      this.unit = d.units === "imperial" ? MPH : 1;
      this.from = Number(d.from);
      this.wind = Number(d.wind);
      this.gust = Number(d.gust);
      this.up = Number(d.up);
      this.rank = Number(d.rank);
      this.aim = Number(d.aim);
      this.said = this.$root.querySelector("[role=status]").textContent;
      this.showWind();
      this.$refs.dial.addEventListener("pointerdown", (e) => this.startTurn(e));
      this.$refs.plan.addEventListener("pointerdown", (e) => this.startAim(e));
      grab(this.$refs.plan, ".aim-grip");
      document.addEventListener("keydown", (e) => this.key(e));
      this.question = document.getElementById("standard").innerHTML;
      if (d.stale === "yes") this.replan();
    },

    get fromRounded() { return Math.round(this.from) % 360; },
    get turn() { return (this.from - this.up + 720) % 360; },
    get arrowTurn() { return `rotate(${this.turn.toFixed(1)})`; },
    get northTurn() { return `rotate(${(-this.up).toFixed(1)})`; },
    get workingClass() { return this.working ? "on" : ""; },
    get windText() {
      if (this.wind < STILL) return "no wind";
      const words = windWords(this.turn);
      const speed = this.unit === 1 ? `${this.wind.toFixed(1)} m/s` : `${Math.round(this.wind / MPH)} mph`;
      return `${speed}, ${words} (from ${this.fromRounded}°)`;
    },

    showWind() {
      const digits = this.unit === 1 ? 10 : 1;
      this.windShown = Math.round(this.wind / this.unit * digits) / digits;
      this.gustShown = Math.round(this.gust / this.unit * digits) / digits;
    },
    typedWind() {
      this.wind = Math.max(0, Number(this.windShown) || 0) * this.unit;
      this.gust = Math.max(0, Number(this.gustShown) || 0) * this.unit;
      this.changed();
    },
    turnTo(degrees) {
      this.from = (degrees + 720) % 360;
      this.changed();
    },
    blow(more) {
      const before = this.wind;
      this.wind = Math.min(20, Math.max(0, this.wind + more * this.unit));
      if (before > 0) this.gust = this.gust * this.wind / before;
      this.showWind();
      this.changed();
    },
    startTurn(event) {
      const dial = this.$refs.dial;
      dial.setPointerCapture(event.pointerId);
      const move = (e) => {
        const box = dial.getBoundingClientRect();
        const x = e.clientX - box.left - box.width / 2, y = e.clientY - box.top - box.height / 2;
        this.turnTo(Math.round((Math.atan2(x, -y) * 180 / Math.PI + this.up) / 5) * 5);
      };
      move(event);
      dial.addEventListener("pointermove", move);
      dial.addEventListener("pointerup", () => dial.removeEventListener("pointermove", move), { once: true });
    },

    changed() {
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.replan(), 200);
    },
    conditions() {
      const off = ["forehand", "backhand"].filter((kind) => this.$refs[kind].checked);
      return {
        wind_m_s: this.wind, wind_from_deg: this.from, gust_m_s: this.gust,
        wet: this.$refs.wet.checked, without: off, posture: this.$refs.posture.value,
        tee: this.$refs.tee.value, pin: this.$refs.pin.value,
      };
    },
    post(what, body) { return postJson(`${this.base + what}/`, body); },
    async replan() {
      if (this.busy) { this.again = true; return; }
      this.busy = this.working = true;
      this.said = `Planning for ${this.windText} …`;
      const began = performance.now();
      try {
        const first = await this.post("look", this.conditions());
        if ("card" in first.parts) {
          this.show(first.parts);
          this.said = `A first look (${((performance.now() - began) / 1000).toFixed(1)} s); planning in full …`;
        }
        const answer = await this.post("replan", this.conditions());
        this.show(answer.parts);
        if (this.$refs.value.checked) this.showValue();
        document.getElementById("standard").innerHTML = this.question;
        this.said = `${answer.changed} (${((performance.now() - began) / 1000).toFixed(1)} s)`;
      } catch (error) {
        this.said = `Not planned: ${error.message}. Your settings are kept; change one to try again.`;
      }
      this.busy = this.working = false;
      if (this.again) { this.again = false; this.replan(); }
    },
    show(parts) {
      PARTS.forEach((name) => {
        if (name in parts) document.getElementById(name).innerHTML = parts[name];
      });
      if ("drawing" in parts) document.getElementById("drawing").innerHTML = parts.drawing;
      if ("shot" in parts) document.getElementById("shot").innerHTML = parts.shot;
      const pressed = document.querySelector(".option[aria-pressed=true]");
      if (pressed && "options" in parts) {
        this.rank = Number(pressed.dataset.rank);
        this.aim = Number(pressed.dataset.aim);
      }
    },

    async showValue() {
      const layer = document.getElementById("value"), on = this.$refs.value.checked;
      layer.classList.toggle("hidden", !on);
      if (!on) return;
      this.working = true;
      try {
        layer.innerHTML = (await this.post("value", {})).parts.value;
        this.said = "Lines of equal throws to hole out from there.";
      } catch (_error) {
        this.said = "The value of the ground could not be fetched; try again.";
      }
      this.working = false;
    },
    async standard(event) {
      if (!event.target.closest("button")) return;
      this.working = true;
      this.said = "A standard player of your level is planning …";
      try {
        document.getElementById("standard").innerHTML = (await this.post("standard", {})).parts.standard;
        this.said = "";
      } catch (error) {
        this.said = `Not worked out: ${error.message}.`;
      }
      this.working = false;
    },
    async keepNotes() {
      try {
        await this.post("notes", { notes: this.$refs.notes.value });
        this.said = "Notes kept.";
      } catch (error) {
        this.said = `Notes not kept: ${error.message}. They stay here; change them to try again.`;
      }
    },

    pick(event) {
      const button = event.target.closest(".option");
      if (button) this.choose(Number(button.dataset.rank));
    },
    async choose(rank) {
      if (!document.querySelector(`.option[data-rank="${rank}"]`)) return;
      try {
        this.show((await this.post("choose", { rank: rank })).parts);
        this.said = `Option ${rank} is in the plan.`;
        const button = document.querySelector(`.option[data-rank="${rank}"]`);
        if (button) button.focus();
      } catch (error) {
        this.said = `Not saved: ${error.message}.`;
      }
    },

    angleAt(event) {
      const svg = this.$refs.plan, d = svg.dataset, box = svg.getBoundingClientRect();
      const k = 424 / box.width;
      const x = (event.clientX - box.left) * k - d.teeX, y = (event.clientY - box.top) * k - d.teeY;
      const toPin = Math.atan2(d.pinX - d.teeX, -(d.pinY - d.teeY));
      return (toPin - Math.atan2(x, -y)) * 180 / Math.PI;
    },
    startAim(event) {
      if (!event.target.closest(".aim-grip")) return;
      const svg = this.$refs.plan;
      svg.setPointerCapture(event.pointerId);
      event.preventDefault();
      const move = (e) => this.aimAt(this.angleAt(e));
      svg.addEventListener("pointermove", move);
      svg.addEventListener("pointerup", () => {
        svg.removeEventListener("pointermove", move);
        this.keepAim();
      }, { once: true });
    },
    aimAt(degrees) {
      this.aim = Math.max(-85, Math.min(85, degrees));
      this.waiting = this.aim;
      if (!this.dragging) this.follow();
    },
    async follow() {
      this.dragging = true;
      while (this.waiting !== null) {
        const aim = this.waiting;
        this.waiting = null;
        try {
          this.show((await this.post("aim", { rank: this.rank, aim_left_deg: aim })).parts);
        } catch (error) {
          this.said = `Not computed: ${error.message}.`;
        }
      }
      this.dragging = false;
    },
    async keepAim() {
      this.waiting = null;
      try {
        const answer = await this.post("aim", { rank: this.rank, aim_left_deg: this.aim, keep: true });
        this.show(answer.parts);
        this.said = `Your aim is in the plan: expected ${answer.expected.toFixed(2)}.`;
      } catch (error) {
        this.said = `Not saved: ${error.message}.`;
      }
    },

    key(event) {
      if (event.target.closest("input, select, textarea") || event.ctrlKey || event.metaKey || event.altKey) return;
      const dial = event.target === this.$refs.dial;
      const act = {
        "[": () => this.turnTo(this.from - 15), "]": () => this.turnTo(this.from + 15),
        "-": () => this.blow(-1), "=": () => this.blow(1), "+": () => this.blow(1),
        ArrowLeft: () => (dial ? this.turnTo(this.from - TURN) : this.nudge(1)),
        ArrowRight: () => (dial ? this.turnTo(this.from + TURN) : this.nudge(-1)),
        ArrowUp: dial && (() => this.blow(1)), ArrowDown: dial && (() => this.blow(-1)),
        v: () => { this.$refs.value.checked = !this.$refs.value.checked; this.showValue(); },
        p: () => this.go("before"), n: () => this.go("after"),
      }[event.key];
      if (act) { event.preventDefault(); act(); return; }
      if (/^[1-9]$/.test(event.key)) this.choose(Number(event.key));
    },
    nudge(degrees) {
      this.aimAt(this.aim + degrees);
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.keepAim(), 500);
    },
    go(which) {
      const link = document.getElementById(which);
      if (link) window.location.assign(link.href);
    },
  }));
});
