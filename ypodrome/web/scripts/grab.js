// A finger on a handle of a drawing drags it; anywhere else it scrolls the page. Browsers do not ask the parts of
// a drawing for their touch-action, so the touch itself is taken.
export function grab(drawing, handles) {
  drawing.addEventListener("touchstart", (event) => {
    if (event.target.closest(handles)) event.preventDefault();
  }, { passive: false });
}
