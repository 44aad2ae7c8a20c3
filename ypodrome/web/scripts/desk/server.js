// Every change goes to the server as it is made; what the server cannot take now is kept in this
// browser and sent again.
import { postJson } from "../post.js";

const RETRY_MS = 3000;

export const server = {
  post(what, body) { return postJson(`${this.base + what}/`, body); },
  keepQueue() {
    this.unsaved = this.queue.length;
    localStorage.setItem(this.storeName, JSON.stringify(this.queue));
  },
  change(steps, words) {
    this.queue.push({ steps: steps, words: words });
    this.keepQueue();
    this.send();
  },
  async send() {
    if (this.sending) return;
    this.sending = this.working = true;
    while (this.queue.length) {
      const item = this.queue[0];
      try {
        this.take(await this.post("change", { steps: item.steps }), item.words);
        this.queue.shift();
        this.keepQueue();
      } catch (error) {
        if (!error.refused) {
          this.said = "No answer from the server; what you draw is kept here and sent again.";
          setTimeout(() => this.send(), RETRY_MS);
          break;
        }
        this.queue.shift();
        this.keepQueue();
        this.said = `Not taken: ${error.message}.`;
        await this.reload();
      }
    }
    this.sending = this.working = false;
  },
  async reload() {
    const all = await (await fetch(`${this.base}all/`)).json();
    this.map.rows.clear();
    all.rows.forEach((row) => this.map.rows.set(row.at, row));
    this.state(all.state);
    this.select(null);
    this.map.draw();
  },
  take(answer, words) {
    if (answer.moved) { this.reload().then(() => this.map.fit()); return; }
    let heights = false;
    answer.rows.forEach((row) => {
      const old = this.map.rows.get(row.at);
      heights = heights || [old, row].some((r) => r?.properties && r.properties.kind === "spot_height");
      if (row.geometry === null) this.map.rows.delete(row.at);
      else this.map.rows.set(row.at, row);
    });
    this.state(answer);
    const last = answer.rows[answer.rows.length - 1];
    if (words) this.said = words;
    this.select(last.geometry ? last.at : this.map.selected);
    this.map.draw();
    this.listHoles();
    if (heights) this.readContours();
    this.readHole();
  },
  async undo() { await this.step("undo", "Undone."); },
  async redo() { await this.step("redo", "Done again."); },
  async step(what, words) {
    try {
      this.take(await this.post(what), words);
    } catch (error) {
      this.said = `${error.message}.`;
    }
  },

  async pasteProfile() {
    try {
      this.take(await this.post("profile", { hole: this.map.hole, text: this.$refs.profile.value }), "Spot heights made from the profile.");
    } catch (error) {
      this.said = `Not made: ${error.message}.`;
    }
  },
};
