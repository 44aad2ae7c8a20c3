// A hole's play folded from its events on the phone, as the server folds it (core/record/fold.py); a test holds
// both to the same events.
const THROWN = ["throw", "putt"];

function compare(a, b) {
  const keys = [Date.parse(a.made_at) - Date.parse(b.made_at), order(a.device, b.device), a.running - b.running, order(a.id, b.id)];
  return keys.find((k) => k) || 0;
}
function order(a, b) { return a < b ? -1 : a > b ? 1 : 0; }

function first(root, told) {
  const seen = new Set();
  let at = told;
  while (root.has(at) && !seen.has(at)) {
    seen.add(at);
    at = root.get(at);
  }
  return at;
}

// The events that stand, each as its last correction has it, in the order they were first told.
export function corrected(events) {
  const rows = [...new Map(events.map((e) => [e.id, e])).values()].sort(compare);
  const corrections = rows.filter((e) => e.what === "correction");
  const root = new Map(corrections.map((e) => [e.id, e.corrects])), last = new Map();
  corrections.forEach((e) => { last.set(first(root, e.corrects), e); });
  return rows.filter((e) => e.what !== "correction").map((e) => asCorrected(e, last.get(e.id))).filter(Boolean);
}

function asCorrected(event, by) {
  if (!by) return event;
  if (by.becomes === "withdrawn") return null;
  const same = { id: event.id, device: event.device, running: event.running, made_at: event.made_at };
  return { ...by, ...same, what: by.becomes || event.what, corrects: "", becomes: "" };
}

// What the events of a hole come to.
export function fold(events) {
  const standing = corrected(events), place = new Map(standing.map((e, k) => [e.id, k]));
  const thrown = standing.filter((e) => THROWN.includes(e.what));
  thrown.sort((a, b) => (!a.throw_no - !b.throw_no) || (a.throw_no || 0) - (b.throw_no || 0) || place.get(a.id) - place.get(b.id));
  const throws = thrown.filter((e, k) => !e.throw_no || k === 0 || thrown[k - 1].throw_no !== e.throw_no);
  const apart = standing.filter((e) => e.what === "penalty");
  const totals = standing.filter((e) => e.what === "score only" && Number.isInteger(e.score));
  const pins = standing.filter((e) => e.what === "pin changed");
  const finished = standing.some((e) => e.what === "hole finished");
  const last = throws.at(-1), complete = Boolean(last) && (finished || last.putt === "made");
  const penalties = [...throws, ...apart].reduce((sum, e) => sum + (e.penalties || 0), 0);
  const total = totals.at(-1)?.score ?? null;
  return {
    standing, throws, penalties, complete, total,
    over: complete || total !== null,
    score: total !== null && !complete ? total : throws.length + penalties,
    disputed: thrown.length > throws.length,
    pin: pins.at(-1)?.pin || "",
    provisionals: standing.filter((e) => e.what === "provisional"),
  };
}

// The score of the holes that have one, against par and against what the plan expected.
export function roundScore(holes, folded) {
  const rows = holes.map((h, k) => ({ hole: h, play: folded[k] })).filter((r) => r.play.over);
  const sum = (of) => rows.reduce((total, r) => total + of(r), 0);
  return {
    holes: rows.length,
    score: sum((r) => r.play.score),
    par: sum((r) => r.play.score - r.hole.par),
    plan: sum((r) => r.play.score - (r.hole.expected ?? r.hole.par)),
  };
}
