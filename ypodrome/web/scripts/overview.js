// The overview: plans the holes that need it, one request each, and shows how far it is.
import { postJson } from "./post.js";

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
    // Asks the server for one thing on each of some holes, one after the other, then shows the page anew.
    async onEach(which, numbered, doing, what, failed) {
      const cells = Array.from(this.$root.querySelectorAll(which));
      this.working = true;
      for (const [k, cell] of cells.entries()) {
        const hole = cell.dataset[numbered];
        this.said = `${doing + hole} (${k + 1} of ${cells.length}) …`;
        try {
          await postJson(`${this.$root.dataset.plan}hole/${hole}/${what}/`, this.$root.dataset.token, {});
        } catch (error) {
          this.said = `Hole ${hole} ${failed}: ${error.message}.`;
          this.working = false;
          return;
        }
      }
      window.location.reload();
    },
  }));
});
