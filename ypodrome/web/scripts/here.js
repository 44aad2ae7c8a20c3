// From a lie, and a throw of one's own: the server computes; this sends and draws what returns.
import { grab } from "./grab.js";
import { postJson } from "./post.js";

function post(root, what, body) {
  return postJson(`${root.dataset.base + what}/`, body);
}
function show(parts) {
  Object.keys(parts).forEach((name) => {
    const place = document.getElementById(name);
    if (place) place.innerHTML = parts[name];
  });
}

document.addEventListener("alpine:init", () => {
  window.Alpine.data("fromHere", () => ({
    said: "", working: false, dragging: false, distance: null, bearing: null, thrown: 1, stance: "level", last: null,

    init() {
      this.said = this.$root.querySelector("[role=status]").textContent;
      grab(this.$refs.plan, ".lie-mark, .lie-halo");
      document.getElementById("zone").addEventListener("click", (e) => {
        const part = e.target.closest("[data-x]");
        if (part) this.ask({ x: Number(part.dataset.x), y: Number(part.dataset.y) });
      });
    },
    get workingClass() { return this.working ? "on" : ""; },
    place(event) {
      const box = this.$refs.plan.getBoundingClientRect(), k = 424 / box.width;
      return { x: (event.clientX - box.left) * k, y: (event.clientY - box.top) * k };
    },
    pressed(event) {
      this.dragging = true;
      this.$refs.plan.setPointerCapture(event.pointerId);
    },
    dragged(event) {
      if (!this.dragging) return;
      const at = this.place(event);
      document.querySelectorAll("#marks .lie-mark, #marks .lie-halo").forEach((mark) => {
        mark.setAttribute("cx", at.x);
        mark.setAttribute("cy", at.y);
      });
    },
    released(event) {
      if (!this.dragging) return;
      this.dragging = false;
      this.ask(this.place(event));
    },
    left() { this.dragging = false; },
    typed() { this.ask({ distance: this.distance, bearing: this.bearing }); },
    located() { this.ask({ gps: true }); },
    again() { if (this.last) this.ask(this.last); },
    async ask(where) {
      this.working = true;
      this.said = "Planning from there …";
      const began = performance.now();
      try {
        const body = Object.assign({ thrown: Number(this.thrown), stance: this.stance }, where);
        const answer = await post(this.$root, "plan", body);
        show(answer.parts);
        this.last = { x: answer.x, y: answer.y };
        this.said = `Planned from there (${((performance.now() - began) / 1000).toFixed(1)} s).`;
      } catch (error) {
        this.said = `Not planned: ${error.message}.`;
      }
      this.working = false;
    },
    async zone() {
      this.working = true;
      try {
        show((await post(this.$root, "zone")).parts);
      } catch (error) {
        this.said = `What comes next was not worked out: ${error.message}.`;
      }
      this.working = false;
    },
  }));

  window.Alpine.data("unsurePins", () => ({
    said: "", working: false, found: false,

    get workingClass() { return this.working ? "on" : ""; },
    ask() { return this.send(false); },
    keep() { return this.send(true); },
    async send(keep) {
      const weights = {};
      this.$refs.weights.querySelectorAll("[data-pin]").forEach((input) => {
        weights[input.dataset.pin] = Number(input.value);
      });
      this.working = true;
      this.said = "Planning each pin, and all at once …";
      try {
        const answer = await post(this.$root, "plan", { weights: weights, keep: keep });
        show(answer.parts);
        this.found = true;
        this.said = keep ? "In the plan, judged there with the pin it has." : "";
      } catch (error) {
        this.said = `Not planned: ${error.message}.`;
      }
      this.working = false;
    },
  }));

  window.Alpine.data("ownThrow", () => ({
    said: "", working: false,

    get workingClass() { return this.working ? "on" : ""; },
    entered() {
      const r = this.$refs, number = (name) => Number(r[name].value);
      return {
        disc: r.disc.value, kind: r.kind.value, hyzer_deg: number("hyzer_deg"), launch_deg: number("launch_deg"),
        power_pct: number("power_pct"), aim_left_deg: number("aim_left_deg"),
      };
    },
    judge() { return this.send(false); },
    keep() { return this.send(true); },
    async send(keep) {
      this.working = true;
      try {
        const body = Object.assign(this.entered(), { keep: keep });
        const answer = await post(this.$root, "own", body);
        show(answer.parts);
        this.said = `${(keep ? "In the plan: expected " : "Expected ") + answer.expected.toFixed(2)}.`;
      } catch (error) {
        this.said = `Not judged: ${error.message}.`;
      }
      this.working = false;
    },
    async every() {
      this.working = true;
      this.said = "Searching each disc's own line and power …";
      try {
        show((await post(this.$root, "every")).parts);
        this.said = "";
      } catch (error) {
        this.said = `The discs were not compared: ${error.message}.`;
      }
      this.working = false;
    },
  }));
});
