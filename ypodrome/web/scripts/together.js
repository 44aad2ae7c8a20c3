// Parts of one page's matter as one object; getters stay getters: Object.assign would read them once.
export function together(...parts) {
  const all = {};
  parts.forEach((part) => { Object.defineProperties(all, Object.getOwnPropertyDescriptors(part)); });
  return all;
}
