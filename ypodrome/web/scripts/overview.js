// The overview: plans the holes that need it, and shows how far it is.
import { postJson } from "./post.js";

const SIDE_BY_SIDE = 3;

document.addEventListener("alpine:init", () => {
  window.Alpine.data("overview", () => ({
    said: "", working: false,
    get workingClass() { return this.working ? "on" : ""; },
    init() {
      if (this.$root.querySelector("[data-replan]")) this.planAll();
      if (this.$root.querySelector("[data-windless]")) {
        this.onEach("[data-windless]", "windless", "Working out the winds on hole ", "winds", "could not be worked out");
      }
    },
    async planAll() {
      await this.onEach("[data-replan]", "number", "Planning hole ", "replan", "could not be planned");
    },
    async scratch() {
      await this.onEach("[data-hole]", "hole", "A scratch player on hole ", "scratch", "could not be played by him");
    },
    async tryAll() {
      await this.onEach("[data-untried]", "untried", "Trying every throw on hole ", "discs/every", "could not be tried");
    },
    // Asks the server for one thing on each of some holes, some side by side, then shows the page anew.
    async onEach(which, numbered, doing, what, failed) {
      const cells = Array.from(this.$root.querySelectorAll(which)), waiting = cells.slice();
      let done = 0, wrong = "";
      this.working = true;
      const next = async () => {
        while (waiting.length && !wrong) {
          const hole = waiting.shift().dataset[numbered], began = performance.now();
          const tell = (before) => {
            const queue = before > SIDE_BY_SIDE ? `, ${before} before it` : "";
            const lasts = Math.round((performance.now() - began) / 1000);
            this.said = `${doing + hole}${queue} (${cells.length > 1 ? `${done} of ${cells.length} done, ` : ""}${lasts} s) …`;
          };
          tell(0);
          try {
            await postJson(`${this.$root.dataset.plan}hole/${hole}/${what}/`, {}, tell);
            done += 1;
          } catch (error) {
            wrong = `Hole ${hole} ${failed}: ${error.message}.`;
          }
        }
      };
      await Promise.all(Array.from({ length: SIDE_BY_SIDE }, next));
      if (!wrong) { window.location.reload(); return; }
      this.said = wrong;
      this.working = false;
    },
  }));
});
