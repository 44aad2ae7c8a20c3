// How pages send to the server: JSON there and back; what it refuses is thrown with its words. What is still
// being worked out (202) is asked for again until it is done; `waits` hears how much comes before it.
const AGAIN_MS = 80, SLOWER = 1.4, SLOWEST_MS = 1500;

function pause(ms) { return new Promise((done) => setTimeout(done, ms)); }

// The token that shows a request to be this page's own, from its cookie.
export function token() { return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] || ""; }

async function send(url, body) {
  return fetch(url, {
    method: "POST", body: JSON.stringify(body || {}),
    headers: { "Content-Type": "application/json", "X-CSRFToken": token() },
  });
}

export async function postJson(url, body, waits = () => {}) {
  let answer = await send(url, body), again = AGAIN_MS;
  while (answer.status === 202) {
    waits((await answer.json()).before);
    await pause(again);
    again = Math.min(SLOWEST_MS, again * SLOWER);
    answer = await send(url, body);
  }
  const values = await answer.json().catch(() => ({ error: `the server answered ${answer.status}, which this page does not understand` }));
  if (!answer.ok) throw Object.assign(new Error(values.error || "the server refused"), { refused: true });
  return values;
}
