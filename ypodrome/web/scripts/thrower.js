// The thrower: what is typed is shown at once in what it comes to, beside what is kept.
import { postJson } from "./post.js";

document.addEventListener("alpine:init", () => {
  window.Alpine.data("thrower", () => ({
    said: "", working: false, again: false,
    get workingClass() { return this.working ? "on" : ""; },
    init() { this.tried(); },
    async tried() {
      if (this.working) { this.again = true; return; }
      this.working = true;
      do {
        this.again = false;
        const values = Object.fromEntries(new FormData(this.$refs.form));
        try {
          const answer = await postJson(`${this.$root.dataset.base}try/`, values);
          document.getElementById("shows").innerHTML = answer.parts.shows;
          this.said = answer.changed ? "As typed; not kept yet." : "";
        } catch (error) {
          this.said = error.message;
        }
      } while (this.again);
      this.working = false;
    },
  }));
});
