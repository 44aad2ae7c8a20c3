// The overview: plans the holes that need it, one request each, and shows how far it is.
(function () {
  "use strict";
  document.addEventListener("alpine:init", () => {
    window.Alpine.data("overview", () => ({
      said: "", working: false,
      get workingClass() { return this.working ? "on" : ""; },
      init() {
        if (this.$root.querySelector("[data-replan]")) this.planAll();
      },
      async planAll() {
        const cells = Array.from(this.$root.querySelectorAll("[data-replan]"));
        this.working = true;
        for (const [k, cell] of cells.entries()) {
          this.said = "Planning hole " + cell.dataset.number + " (" + (k + 1) + " of " + cells.length + ") …";
          const answer = await fetch(cell.dataset.replan, {
            method: "POST", body: "{}",
            headers: { "Content-Type": "application/json", "X-CSRFToken": this.$root.dataset.token },
          });
          if (!answer.ok) {
            this.said = "Hole " + cell.dataset.number + " could not be planned. Open it to see why.";
            this.working = false;
            return;
          }
        }
        window.location.reload();
      },
      async scratch() {
        const cells = Array.from(this.$root.querySelectorAll("[data-hole]"));
        this.working = true;
        for (const [k, cell] of cells.entries()) {
          this.said = "A scratch player on hole " + cell.dataset.hole + " (" + (k + 1) + " of " + cells.length + ") …";
          await fetch(this.$root.dataset.scratch + "hole/" + cell.dataset.hole + "/scratch/", {
            method: "POST", headers: { "X-CSRFToken": this.$root.dataset.token },
          });
        }
        window.location.reload();
      },
    }));
  });
})();
