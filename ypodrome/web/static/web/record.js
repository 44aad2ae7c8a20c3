// The record of a hole: add and take away throws without losing what is entered.
(function () {
  "use strict";
  document.addEventListener("alpine:init", () => {
    window.Alpine.data("record", () => ({
      add() {
        const rows = this.$refs.rows, copy = rows.lastElementChild.cloneNode(true);
        rows.append(copy);
        this.number();
        copy.querySelector("select").focus();
      },
      remove() {
        const rows = this.$refs.rows;
        if (rows.children.length > 1) rows.lastElementChild.remove();
      },
      number() {
        Array.from(this.$refs.rows.children).forEach((row, k) => {
          row.querySelector(".row-number").textContent = String(k + 1);
          row.querySelectorAll("select").forEach((s) => {
            s.setAttribute("aria-label", s.dataset.what + " of throw " + (k + 1));
          });
        });
      },
    }));
  });
})();
