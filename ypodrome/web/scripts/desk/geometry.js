// Lengths, bearings and corners on the paper: metres, east and north.
export const FEET = 0.3048;

export function bearing(a, b) { return (Math.atan2(b[0] - a[0], b[1] - a[1]) * 180 / Math.PI + 360) % 360; }
export function gap(a, b) { return Math.hypot(b[0] - a[0], b[1] - a[1]); }
export function copy(value) { return JSON.parse(JSON.stringify(value)); }

// the corners of a feature as lists of rings or lines of [x, y]
export function parts(geometry) {
  if (geometry.type === "Point") return [[geometry.coordinates]];
  if (geometry.type === "LineString") return [geometry.coordinates];
  if (geometry.type === "Polygon") return geometry.coordinates;
  return geometry.coordinates.flat();
}

// every position of a geometry, moved by a function; shared first and last corners stay shared
export function moved(geometry, move) {
  const each = (c) => (Array.isArray(c[0]) ? c.map(each) : move(c));
  return { type: geometry.type, coordinates: each(geometry.coordinates) };
}
