// The round on the phone: a card a hole, what was prepared, and the log. Each part keeps one matter and they
// share one `this`.
import { card } from "./pocket/card.js";
import { conditions } from "./pocket/conditions.js";
import { logging } from "./pocket/logging.js";
import { place } from "./pocket/place.js";
import { sending } from "./pocket/sending.js";
import { state } from "./pocket/state.js";
import { taking } from "./pocket/taking.js";
import { together } from "./together.js";

document.addEventListener("alpine:init", () => {
  window.Alpine.data("pocket", () => together(state, card, conditions, place, logging, sending, taking));
});
