// Taking a round along: every page at once, then hole by hole what is worked out for it.
import { postJson } from "../post.js";

const SIDE_BY_SIDE = 2;

function told(worker, message) {
  return new Promise((done) => {
    const channel = new MessageChannel();
    channel.port1.onmessage = (event) => done(event.data);
    worker.postMessage(message, [channel.port2]);
  });
}

export const taking = {
  takingNow: false, taken: false, progress: "",

  get canTake() { return !this.file && !this.takingNow; },
  get holesPrepared() { return this.holes.filter((h) => this.preparedOf(h)).length; },
  get preparedWords() {
    const n = this.holesPrepared, all = this.holes.length;
    return n === all ? "Every hole is prepared in every wind." : `${n} of ${all} holes are prepared in every wind; the others have the plan as it stands.`;
  },
  get fresh() {
    const made = Object.values(this.prepared).map((v) => v.made).sort()[0];
    return made ? `Oldest prepared ${new Date(made).toLocaleString()}.` : "";
  },

  async takeAlong() {
    this.takingNow = true;
    this.wrong = "";
    await this.takePages();
    await this.prepareAll();
    this.takingNow = false;
  },
  async takePages() {
    this.progress = "Taking every page of the round …";
    if (!navigator.serviceWorker) {
      this.wrong = "This browser keeps pages only over HTTPS or on the machine itself: take the round as a file instead.";
      return;
    }
    try {
      await navigator.serviceWorker.register(this.urls.worker);
      const worker = (await navigator.serviceWorker.ready).active;
      const answer = await told(worker, { take: [location.pathname, ...this.doc.pages] });
      this.taken = answer.missing.length === 0;
      this.wrong = this.taken ? "" : `${answer.missing.length} pages could not be taken along; try again.`;
    } catch (error) {
      this.wrong = `The pages were not taken along: ${error.message}.`;
    }
  },
  async prepareAll() {
    const waiting = this.holes.filter((h) => h.plan), all = waiting.length;
    let done = 0;
    const next = async () => {
      while (waiting.length) {
        const hole = waiting.shift();
        this.progress = `Preparing hole ${hole.number}: ${done} of ${all} done …`;
        if (!(await this.prepareOne(hole))) return;
        done += 1;
      }
    };
    await Promise.all(Array.from({ length: SIDE_BY_SIDE }, next));
    this.progress = done === all ? "The round is along: you may switch the network off." : `${done} of ${all} holes are prepared; take it along again to go on.`;
    this.show();
  },
  async prepareOne(hole) {
    const pin = this.pinOf(hole);
    try {
      const view = await postJson(this.urls.prepare.replace("/0/", `/${hole.position}/`), { pin });
      this.take([view]);
      await this.store.keepPrepared(this.owner, this.uuid, view);
      return true;
    } catch (error) {
      this.wrong = error.refused ? `Hole ${hole.number} was not prepared: ${error.message}.` : "There is no network: what is prepared stays.";
      return false;
    }
  },
  async prepareHere() {
    this.progress = `Preparing hole ${this.hole.number} with pin ${this.pin} (about twenty seconds) …`;
    if (await this.prepareOne(this.hole)) this.progress = "";
    this.show();
  },
};
