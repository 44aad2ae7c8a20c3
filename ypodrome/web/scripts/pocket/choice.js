// Which of the throws that were worked out fits wind, hands and pin; and what a place tells that was not.
import { sectorOf } from "../winds.js";

export function turnOf(fromDeg, hole) { return (((fromDeg - hole.up_deg) % 360) + 360) % 360; }

// The plan of a hole with a pin: from what was prepared with that pin, else as the hole stands.
export function planOf(hole, prepared) { return prepared?.own || hole; }

// The throw from the tee; null where it was not prepared, or nothing is left with those hands.
export function fromTee(hole, prepared, wind, hands, pin) {
  if (!prepared && pin !== hole.pin) return null;
  const plan = planOf(hole, prepared);
  if (!wind) return plan.plan ? throwAt(plan, plan.plan[hands]) : null;
  if (!prepared) return null;
  if (!wind.mph) return throwAt(prepared, prepared.calm[hands]);
  const turn = 45 * sectorOf(turnOf(wind.from_deg, hole));
  const cell = prepared.winds.find((c) => c.turn === turn && c.mph === wind.mph);
  return throwAt(prepared, cell?.[hands]);
}
function throwAt(from, place) { return place === null || place === undefined ? null : from.throws[place]; }

function nearest(rows, at) {
  let best = null, least = Number.POSITIVE_INFINITY;
  for (const row of rows) {
    const gap = Math.hypot(row.x - at[0], row.y - at[1]);
    if (gap < least) { least = gap; best = row; }
  }
  return { row: best, gap: least };
}

// What a place is worth: between the nearest places that were worked out, nearer ones counting more.
export function worthAt(places, at, count = 4) {
  const rows = places.map(([x, y, throws]) => ({ throws, gap: Math.hypot(x - at[0], y - at[1]) }));
  rows.sort((a, b) => a.gap - b.gap);
  const near = rows.slice(0, count).map((r) => ({ ...r, weight: 1 / (1 + r.gap * r.gap) }));
  const all = near.reduce((sum, r) => sum + r.weight, 0);
  return all ? near.reduce((sum, r) => sum + r.weight * r.throws, 0) / all : null;
}

const PUTT_FROM_M = 25, PUTT_GAP_M = 4;

// What to do from a place, as far as it was worked out before the round.
export function fromPlace(hole, prepared, at) {
  const away_m = Math.hypot(at[0] - hole.pin_at[0], at[1] - hole.pin_at[1]) / hole.px_per_m;
  const worth = worthAt(planOf(hole, prepared).places || [], at);
  const putt = prepared && away_m < PUTT_FROM_M ? nearest(prepared.putts, at) : null;
  const near = prepared?.zone.length ? nearest(prepared.zone, at) : null;
  return {
    away_m, worth,
    putt: putt?.row && putt.gap < PUTT_GAP_M * hole.px_per_m ? putt.row : null,
    next: near ? { ...near.row, gap_m: near.gap / hole.px_per_m } : null,
  };
}

// Longitude and latitude of pixels of a hole's drawing, and back.
export function lonLat(hole, at) {
  const [lon, lonX, lonY, lat, latX, latY] = hole.place;
  return [lon + lonX * at[0] + lonY * at[1], lat + latX * at[0] + latY * at[1]];
}
export function pixelsOf(hole, lon, lat) {
  const [lon0, lonX, lonY, lat0, latX, latY] = hole.place;
  const size = lonX * latY - lonY * latX, a = lon - lon0, b = lat - lat0;
  return [(a * latY - b * lonY) / size, (b * lonX - a * latX) / size];
}
