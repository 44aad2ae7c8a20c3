// The shot bench: sliders, exact fields and handles set a throw; the server flies it.
import { postJson } from "./post.js";

const MPH = 0.44704;
const TAUGHT = ["speed", "glide", "turn", "fade"];
const HANDLES = { hyzer: "hyzer_deg", launch: "launch_deg", nose: "nose_deg" };

document.addEventListener("alpine:init", () => {
  window.Alpine.data("bench", () => ({
    said: "", flying: false, again: false, landed: null,

    init() {
      this.numbers();
      this.$refs.lesson.addEventListener("toggle", () => this.fly());
      this.$refs.views.addEventListener("pointerdown", (e) => this.grab(e));
    },
    field(name) { return this.$root.querySelector(`[name="${name}"]`); },
    values() {
      const unit = this.$root.dataset.units === "imperial" ? MPH : 1;
      const v = { wind_m_s: Number(this.field("wind_shown").value) * unit };
      ["disc", "throw", "hyzer_deg", "nose_deg", "launch_deg", "power_pct", "wind_from_deg"].forEach((n) => {
        v[n] = this.field(n).value;
      });
      if (this.$refs.lesson.open) {
        v.as_if = {};
        TAUGHT.forEach((n) => { v.as_if[n] = Number(this.field(`as_${n}`).value); });
      }
      v.shown = Array.from(this.$root.querySelectorAll("[name=shown]:checked"), (box) => Number(box.value));
      return v;
    },
    put(name, value) {
      const slider = this.field(name);
      slider.value = value;
      const exact = this.$root.querySelector(`[data-for="${name}"]`);
      if (exact) exact.value = slider.value;
    },
    // The sliders of the flight numbers at those of the disc in hand.
    numbers() {
      const written = this.field("disc").selectedOptions[0].dataset.numbers.split("/");
      TAUGHT.forEach((n, k) => { this.field(`as_${n}`).value = written[k]; });
      this.told();
    },
    told() {
      TAUGHT.forEach((n) => {
        this.$root.querySelector(`[data-for-out="as_${n}"]`).value = this.field(`as_${n}`).value;
      });
    },
    set(event) {
      const from = event.target;
      if (from.name === "disc") this.numbers();
      this.told();
      if (from.name === "name") return;
      if (from.name === "ghosts") { this.ghosts(); return; }
      if (from.dataset.for) this.field(from.dataset.for).value = from.value;
      else if (from.type === "range") this.put(from.name, from.value);
      this.fly();
    },
    ghosts() {
      const off = !this.field("ghosts").checked;
      this.$refs.views.querySelectorAll(".ghosts").forEach((g) => g.classList.toggle("invisible", off));
    },
    async post(what, body) {
      const d = this.$root.dataset;
      return (await postJson(`${d.base + what}/`, body)).parts;
    },
    show(parts, lines) {
      document.getElementById("views").innerHTML = parts.views;
      document.getElementById("numbers").innerHTML = parts.numbers;
      if (lines) document.getElementById("lines").innerHTML = parts.lines;
      this.ghosts();
    },
    fly() {
      if (this.flying) this.again = true;
      else this.landed = this.flyOn();
    },
    async flyOn() {
      this.flying = true;
      do {
        this.again = false;
        try {
          this.show(await this.post("fly", this.values()), false);
          this.said = "";
        } catch (error) {
          this.said = `Not flown: ${error.message}.`;
        }
      } while (this.again);
      this.flying = false;
    },
    async act(event) {
      const button = event.target.closest("[data-act]");
      if (!button) return;
      await this.landed;  // else a flight still under way would draw and speak over what is done here
      try {
        if (button.dataset.act === "use") this.use(JSON.parse(button.dataset.values));
        if (button.dataset.act === "drop") this.show(await this.post(`drop/${button.dataset.pk}`, this.values()), true);
        if (button.dataset.act === "keep") {
          const name = this.field("name").value;
          this.show(await this.post("keep", Object.assign(this.values(), { name: name })), true);
          this.said = `Kept as ${name}.`;
        }
      } catch (error) {
        this.said = `Not done: ${error.message}.`;
      }
    },
    use(values) {
      const unit = this.$root.dataset.units === "imperial" ? MPH : 1;
      Object.entries(values).forEach(([name, value]) => {
        if (name === "wind_m_s") this.put("wind_shown", Math.round(value / unit));
        else if (name === "disc" || name === "throw") this.field(name).value = value;
        else this.put(name, value);
      });
      this.numbers();
      this.fly();
    },

    grab(event) {
      const handle = event.target.closest("[data-drag]");
      if (!handle) return;
      const what = handle.dataset.drag;
      const views = this.$refs.views, side = Number(handle.dataset.side);
      const centre = handle.parentNode.parentNode.getScreenCTM();
      views.setPointerCapture(event.pointerId);
      event.preventDefault();
      const move = (e) => {
        const up = -(e.clientY - centre.f), right = e.clientX - centre.e;
        this.put(HANDLES[what], Math.round(this.angle(what, up, right, side)));
        this.fly();
      };
      views.addEventListener("pointermove", move);
      views.addEventListener("pointerup", () => views.removeEventListener("pointermove", move), { once: true });
    },
    angle(what, up, right, side) {
      const degrees = 180 / Math.PI;
      if (what === "hyzer") return side * Math.atan2(up, right) * degrees;
      if (what === "launch") return Math.atan2(up, right) * degrees;
      return Math.atan2(-up, -right) * degrees - Number(this.field("launch_deg").value);
    },
  }));
});
