// What waits on the phone and how it gets to the server, or into a file.
import { send } from "./outbox.js";

const AGAIN_MS = 20000;

export const sending = {
  waiting: 0, state: "", sendingNow: false,

  listen() {
    globalThis.addEventListener("online", () => this.sendSoon());
    if (this.file) return;
    setInterval(() => this.sendSoon(), AGAIN_MS);
    this.learn().then(() => this.sendSoon());
  },
  async count() { this.waiting = (await this.store.waiting(this.owner)).length; },
  get urls() { return this.doc.urls; },

  // What other devices have told of this round, while there is a network; and whether the plan is another since.
  async learn() {
    try {
      const answer = await fetch(this.urls.told, { headers: { "Content-Type": "application/json" } });
      if (!answer.ok) return;
      const told = await answer.json();
      await this.store.learn(this.owner, told.events);
      this.changed = told.stamp !== this.doc.stamp;
      await this.read();
    } catch {
      this.state = "offline";
    }
  },
  changed: false,
  async sendSoon() {
    if (this.file || this.sendingNow) return;
    this.sendingNow = true;
    const roundOf = async (uuid) => (uuid === this.uuid ? this.logged : (await this.store.round(uuid))?.log);
    try {
      this.state = await send(this.store, this.owner, roundOf, this.urls.tell);
    } finally {
      this.sendingNow = false;
      await this.count();
    }
  },
  get waitingWords() {
    if (!this.lasting) return `${this.waiting} told, kept in this page only: this browser keeps nothing. Save the log before you close it.`;
    if (!this.waiting) return this.file ? "" : "Everything told is sent.";
    const wait = `${this.waiting} told, kept on this phone`;
    if (this.file) return `${wait}. Save the log, and read it in at home.`;
    if (this.state === "sign in") return `${wait}: sign in again to send.`;
    return this.state.startsWith("refused") ? `${wait}; not taken: ${this.state.slice(9)}` : `${wait}, sent when there is a network.`;
  },
  get mustSignIn() { return this.state === "sign in"; },
  get changedWords() { return this.changed ? "The plan has changed since these cards were made: open this page again with a network." : ""; },

  // The log as a file that any server reads in, each event once.
  async saveLog() {
    const events = await this.store.eventsOf(this.uuid);
    const log = JSON.stringify({ format: "log", version: 1, player: this.owner, round: this.logged, events });
    const name = `log-${this.doc.round.day}.json`, file = new File([log], name, { type: "application/json" });
    if (navigator.canShare?.({ files: [file] }) && this.touch) {
      await navigator.share({ files: [file] }).catch(() => {});
      return;
    }
    const link = document.createElement("a");
    link.href = URL.createObjectURL(file);
    link.download = name;
    link.click();
    setTimeout(() => URL.revokeObjectURL(link.href), 60000);
  },
  get touch() { return globalThis.matchMedia?.("(pointer: coarse)").matches; },
};
