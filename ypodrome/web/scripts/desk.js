// The survey desk: select, move, draw, measure. Each part keeps one matter and they share one `this`.
import { holes } from "./desk/holes.js";
import { keys } from "./desk/keys.js";
import { measures } from "./desk/measures.js";
import { pens } from "./desk/pens.js";
import { pointer } from "./desk/pointer.js";
import { selection } from "./desk/selection.js";
import { server } from "./desk/server.js";
import { state } from "./desk/state.js";
import { together } from "./together.js";

document.addEventListener("alpine:init", () => {
  window.Alpine.data("desk", () => together(state, server, holes, selection, pens, measures, pointer, keys));
});
