// Sends what waits to the server, in order, again until it is taken; the server takes each event once.
import { token } from "../post.js";

const AT_ONCE = 400;

async function post(url, log) {
  return fetch(url, {
    method: "POST", body: JSON.stringify(log),
    headers: { "Content-Type": "application/json", "X-CSRFToken": token() },
  });
}

// Sends a player's events; tells what became of it: "sent", "offline", "sign in" or "refused: …".
export async function send(store, owner, roundOf, url) {
  for (;;) {
    const waiting = await store.waiting(owner);
    if (!waiting.length) return "sent";
    const uuid = waiting[0].round, events = waiting.filter((e) => e.round === uuid).slice(0, AT_ONCE);
    const log = { format: "log", version: 1, player: owner, round: await roundOf(uuid), events };
    let answer;
    try {
      answer = await post(url, log);
    } catch {
      return "offline";
    }
    if (answer.status === 401 || answer.status === 403) return "sign in";
    if (answer.status >= 500) return "offline";
    if (!answer.ok) return `refused: ${(await answer.json().catch(() => ({}))).error || answer.status}`;
    await store.sent(events.map((e) => e.id));
  }
}
