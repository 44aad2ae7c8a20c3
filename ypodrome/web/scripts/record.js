// The record of a hole: add and take away throws without losing what is entered.
document.addEventListener("alpine:init", () => {
  window.Alpine.data("record", () => ({
    score: 0, words: "",
    init() { this.count(); },
    count() {
      const results = Array.from(this.$refs.rows.querySelectorAll("[name=result]"), (s) => s.value);
      const penalties = results.filter((r) => this.$root.dataset.penalised.split("|").includes(r)).length;
      this.score = results.length + penalties + Number(this.$refs.putts.value || 0);
      const off = this.score - Number(this.$root.dataset.par);
      const against = off === 0 ? "par" : Math.abs(off) + (off > 0 ? " over par" : " under par");
      this.words = against + (penalties ? `, ${penalties} penalty throw${penalties > 1 ? "s" : ""}` : "");
    },
    add() {
      const rows = this.$refs.rows, copy = rows.lastElementChild.cloneNode(true);
      copy.querySelector("input").value = "";
      rows.append(copy);
      this.number();
      this.count();
      copy.querySelector("select").focus();
    },
    remove() {
      const rows = this.$refs.rows;
      if (rows.children.length > 1) rows.lastElementChild.remove();
      this.count();
    },
    number() {
      Array.from(this.$refs.rows.children).forEach((row, k) => {
        row.querySelector(".row-number").textContent = String(k + 1);
        row.querySelectorAll("[data-what]").forEach((s) => {
          s.setAttribute("aria-label", s.dataset.what + (s.name === "left" ? " throw " : " of throw ") + (k + 1));
        });
      });
    },
  }));
});
