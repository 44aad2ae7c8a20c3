// Forms send the token that shows them to be this page's own; it is not printed in pages, so that a page that
// has not changed stays the same.
import { forgetOthers, forgetting } from "./leaving.js";
import { token } from "./post.js";

forgetOthers();

document.addEventListener("submit", (event) => {
  const form = event.target;
  if (forgetting(event)) return;
  if (form.method !== "post" || form.elements.csrfmiddlewaretoken) return;
  const field = document.createElement("input");
  field.type = "hidden";
  field.name = "csrfmiddlewaretoken";
  field.value = token();
  form.appendChild(field);
});
