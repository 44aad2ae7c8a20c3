// Where a phone keeps rounds and their events: in the browser's database, or, where that is refused, in the
// page alone. Events wait under the player who made them.
import { openDB } from "idb";

const NAME = "ypodrome", VERSION = 1;
const heard = "BroadcastChannel" in globalThis ? new BroadcastChannel(NAME) : null;

// An id (RFC 9562, version 4), also where the page is not a secure one.
export function newId() {
  const b = crypto.getRandomValues(new Uint8Array(16));
  b[6] = (b[6] & 0x0f) | 0x40;
  b[8] = (b[8] & 0x3f) | 0x80;
  const hex = Array.from(b, (x) => x.toString(16).padStart(2, "0")).join("");
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join("-");
}

// An event made now by a device: later than the one before it, whatever the clock says.
function made(device, told) {
  device.running += 1;
  device.latest = Math.max(Date.now(), device.latest + 1);
  return { ...told, id: newId(), device: device.id, running: device.running, made_at: new Date(device.latest).toISOString() };
}
function newDevice() { return { id: newId(), running: 0, latest: 0 }; }

class Kept {
  constructor(db) { this.db = db; this.lasting = true; }

  async add(owner, told) {
    const tx = this.db.transaction(["device", "events"], "readwrite", { durability: "strict" });
    const device = (await tx.objectStore("device").get("device")) || newDevice(), event = made(device, told);
    tx.objectStore("device").put(device, "device");
    tx.objectStore("events").put({ id: event.id, owner, round: event.round, waits: 1, event });
    await tx.done;
    heard?.postMessage(event.round);
    return event;
  }
  async eventsOf(round) { return (await this.db.getAllFromIndex("events", "round", round)).map((row) => row.event); }
  async waiting(owner) {
    const rows = await this.db.getAllFromIndex("events", "waits", [owner, 1]);
    return rows.map((row) => row.event).sort((a, b) => a.running - b.running);
  }
  async sent(ids) {
    const tx = this.db.transaction("events", "readwrite");
    await Promise.all(ids.map(async (id) => {
      const row = await tx.store.get(id);
      if (row) tx.store.put({ ...row, waits: 0 });
    }));
    await tx.done;
  }
  async learn(owner, events) {
    const tx = this.db.transaction("events", "readwrite");
    for (const event of events) {
      if (!(await tx.store.get(event.id))) tx.store.put({ id: event.id, owner, round: event.round, waits: 0, event });
    }
    await tx.done;
  }
  async round(uuid) { return this.db.get("rounds", uuid); }
  async keepRound(row) { await this.db.put("rounds", row); }
  async prepared(round) { return (await this.db.getAllFromIndex("prepared", "round", round)).map((row) => row.view); }
  async preparedAt(round, position) {
    const rows = await this.db.getAll("prepared", IDBKeyRange.bound([round, position], [round, position, []]));
    return rows.map((row) => row.view);
  }
  async keepPrepared(owner, round, view) { await this.db.put("prepared", { key: [round, view.position, view.pin], owner, round, view }); }
  async forget(owner) {
    const tx = this.db.transaction(["rounds", "prepared", "events"], "readwrite");
    for (const row of await tx.objectStore("rounds").getAll()) if (row.owner === owner) tx.objectStore("rounds").put({ ...row, choice: {} });
    for (const row of await tx.objectStore("prepared").getAll()) if (row.owner === owner) tx.objectStore("prepared").delete(row.key);
    for (const row of await tx.objectStore("events").getAll()) if (row.owner === owner && !row.waits) tx.objectStore("events").delete(row.id);
    await tx.done;
  }
}

class InPage {
  constructor() { this.lasting = false; this.device = newDevice(); this.rows = new Map(); this.rounds = new Map(); }

  async add(owner, told) {
    const event = made(this.device, told);
    this.rows.set(event.id, { owner, waits: 1, event });
    return event;
  }
  async eventsOf(round) { return [...this.rows.values()].map((row) => row.event).filter((e) => e.round === round); }
  async waiting(owner) { return [...this.rows.values()].filter((row) => row.waits && row.owner === owner).map((row) => row.event); }
  async sent(ids) { ids.forEach((id) => { if (this.rows.has(id)) this.rows.get(id).waits = 0; }); }
  async learn(owner, events) { events.forEach((event) => { if (!this.rows.has(event.id)) this.rows.set(event.id, { owner, waits: 0, event }); }); }
  async round(uuid) { return this.rounds.get(uuid); }
  async keepRound(row) { this.rounds.set(row.uuid, row); }
  async prepared() { return []; }
  async preparedAt() { return []; }
  async keepPrepared() {} // the page holds it
  async forget() { this.rounds.clear(); }
}

// The store; `changed` is called with a round's id when another tab has told something of it.
export async function openStore(changed = () => {}) {
  if (heard) heard.onmessage = (message) => changed(message.data);
  try {
    const db = await openDB(NAME, VERSION, {
      upgrade(fresh) {
        fresh.createObjectStore("device");
        fresh.createObjectStore("rounds", { keyPath: "uuid" });
        fresh.createObjectStore("prepared", { keyPath: "key" }).createIndex("round", "round");
        const events = fresh.createObjectStore("events", { keyPath: "id" });
        events.createIndex("round", "round");
        events.createIndex("waits", ["owner", "waits"]);
      },
    });
    return new Kept(db);
  } catch {
    return new InPage();
  }
}
