// A node of the page with its attributes and text.
export function element(tag, attributes, text) {
  const node = document.createElement(tag);
  Object.entries(attributes || {}).forEach(([k, v]) => { if (v !== null && v !== false) node.setAttribute(k, v); });
  if (text !== undefined) node.textContent = text;
  return node;
}
