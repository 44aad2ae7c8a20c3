// Where the wind comes from, as felt facing the basket; the words of wording/winds.py.
const SECTORS = ["head wind", "head, from the right", "from the right", "tail, from the right",
  "tail wind", "tail, from the left", "from the left", "head, from the left"];

export function sectorOf(turn) { return Math.round(turn / 45) % 8; }
export function windWords(turn) { return SECTORS[sectorOf(turn)]; }
