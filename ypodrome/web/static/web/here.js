// From a lie, and a throw of one's own: the server computes; this sends and draws what returns.
(function () {
  "use strict";

  async function post(url, token, body) {
    const answer = await fetch(url, {
      method: "POST", body: JSON.stringify(body),
      headers: { "Content-Type": "application/json", "X-CSRFToken": token },
    });
    const values = await answer.json();
    if (!answer.ok) throw new Error(values.error || "the server refused");
    return values;
  }
  function show(parts) {
    Object.keys(parts).forEach((name) => {
      const place = document.getElementById(name);
      if (place) place.innerHTML = parts[name];
    });
  }

  document.addEventListener("alpine:init", () => {
    window.Alpine.data("fromHere", () => ({
      said: "", working: false, distance: null, bearing: null, thrown: 1, stance: "level", last: null,

      init() {
        this.said = this.$root.querySelector("[role=status]").textContent;
        document.getElementById("zone").addEventListener("click", (e) => {
          const part = e.target.closest("[data-x]");
          if (part) this.ask({ x: Number(part.dataset.x), y: Number(part.dataset.y) });
        });
      },
      get workingClass() { return this.working ? "on" : ""; },
      tapped(event) {
        const box = this.$refs.plan.getBoundingClientRect(), k = 424 / box.width;
        this.ask({ x: (event.clientX - box.left) * k, y: (event.clientY - box.top) * k });
      },
      typed() { this.ask({ distance: Number(this.distance), bearing: Number(this.bearing) }); },
      located() { this.ask({ gps: true }); },
      again() { if (this.last) this.ask(this.last); },
      async ask(where) {
        this.working = true;
        this.said = "Planning from there …";
        const began = performance.now();
        try {
          const body = Object.assign({ thrown: Number(this.thrown), stance: this.stance }, where);
          const answer = await post(this.$root.dataset.base + "plan/", this.$root.dataset.token, body);
          show(answer.parts);
          this.last = { x: answer.x, y: answer.y };
          this.said = "Planned from there (" + ((performance.now() - began) / 1000).toFixed(1) + " s).";
        } catch (error) {
          this.said = "Not planned: " + error.message + ".";
        }
        this.working = false;
      },
      async zone() {
        this.working = true;
        const answer = await fetch(this.$root.dataset.base + "zone/");
        if (answer.ok) document.getElementById("zone").innerHTML = await answer.text();
        else this.said = "What comes next could not be worked out; try again.";
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
          const answer = await post(this.$root.dataset.base + "own/", this.$root.dataset.token, body);
          show(answer.parts);
          this.said = (keep ? "In the plan: expected " : "Expected ") + answer.expected.toFixed(2) + ".";
        } catch (error) {
          this.said = "Not judged: " + error.message + ".";
        }
        this.working = false;
      },
      async every() {
        this.working = true;
        this.said = "Searching each disc's own line and power …";
        const answer = await fetch(this.$root.dataset.base + "every/");
        if (answer.ok) { document.getElementById("every").innerHTML = await answer.text(); this.said = ""; }
        else this.said = "The discs could not be compared; try again.";
        this.working = false;
      },
    }));
  });
})();
