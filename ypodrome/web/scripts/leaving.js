// What a player took along on this phone is theirs: it goes when they sign out, and when another signs in. What
// they told and did not send yet stays, and waits for them.
import { openStore } from "./pocket/store.js";

const LAST = "ypodrome-player";
const player = () => document.documentElement.dataset.player || "";

async function forget(owner) {
  try {
    await globalThis.caches?.delete("round");
    await (await openStore()).forget(owner);
  } catch {
    // a browser that keeps nothing has nothing to forget
  }
}

function last() {
  try { return localStorage.getItem(LAST); } catch { return null; }
}

export async function forgetOthers() {
  const now = player(), before = last();
  if (!now || before === now) return;
  try { localStorage.setItem(LAST, now); } catch { return; }
  if (before) await forget(before);
}

// Signing out waits until what was taken along is gone; then the form is sent by itself.
export function forgetting(event) {
  const form = event.target;
  if (!form.action.endsWith("/logout/") || form.dataset.forgot) return false;
  event.preventDefault();
  form.dataset.forgot = "yes";
  forget(player()).finally(() => form.requestSubmit());
  return true;
}
