// The survey desk's exact fields: a form made from the kind's schema, in the player's units.
import { element } from "../element.js";
import { FEET } from "./geometry.js";

// words and unit of a property: heights and lengths in metres are shown in feet where feet are wanted
function words(name, imperial) {
  const length = name.endsWith("_m"), density = name.endsWith("_per_m");
  const text = name.replace(/_per_m$|_m$/, "").replace(/_/g, " ");
  if (density) return { text: text, unit: "per m", factor: 1 };
  if (length) return { text: text, unit: imperial ? "ft" : "m", factor: imperial ? FEET : 1 };
  return { text: text, unit: "", factor: 1 };
}

function shown(value, factor) {
  if (value === null || value === undefined) return "";
  return String(Math.round((value / factor) * 100) / 100);
}

export class DeskForm {
  constructor(host, schema, imperial) { this.host = host; this.schema = schema; this.imperial = imperial; }

  clear(text) {
    this.host.textContent = "";
    if (text) this.host.appendChild(element("p", { class: "small" }, text));
  }

  // fields of one feature; place is its own corner, or the selected one, in metres
  show(row, name, corner) {
    this.host.textContent = "";
    this.row = row;
    const kind = this.schema[row.properties.kind];
    this.host.appendChild(element("h2", {}, name));
    const grid = element("div", { class: "fields" });
    this.holes(grid, row, kind);
    kind.fields.forEach((field) => grid.appendChild(this.field(field, row.properties[field.name])));
    if (corner) this.place(grid, corner);
    this.host.appendChild(grid);
    const acts = element("p", { class: "flex gap-2" });
    [["double", "Double"], ["turn", "Turn 5°"], ["drop", "Take away"]].forEach(([act, text]) => {
      acts.appendChild(element("button", { type: "button", "data-act": act }, text));
    });
    this.host.appendChild(acts);
  }

  labelled(text, input, unit) {
    const label = element("label", {});
    label.appendChild(element("span", {}, text));
    label.appendChild(input);
    if (unit) label.appendChild(element("small", {}, unit));
    return label;
  }

  holes(grid, row, kind) {
    const value = row.properties.hole;
    const text = value === undefined || value === null ? "" : [].concat(value).join(", ");
    if (row.properties.kind === "spot_height") return;
    const input = element("input", { "data-hole": kind.one_hole ? "one" : "many", value: text, placeholder: "all" });
    grid.appendChild(this.labelled(kind.one_hole ? "hole" : "holes", input));
  }

  field(field, value) {
    const w = words(field.name, this.imperial);
    if (field.type === "choice") {
      const select = element("select", { "data-field": field.name });
      field.options.forEach((o) => {
        const option = element("option", { value: o, selected: o === (value === undefined ? field.default : value) ? "" : null }, o.replace(/_/g, " "));
        select.appendChild(option);
      });
      return this.labelled(w.text, select);
    }
    if (field.type === "flag") {
      const box = element("input", { type: "checkbox", "data-field": field.name });
      box.checked = value === undefined ? field.default : value;
      return this.labelled(w.text, box);
    }
    if (field.type === "number") {
      const input = element("input", { type: "number", step: "any", "data-field": field.name, "data-factor": w.factor, value: shown(value, w.factor), placeholder: shown(field.default, w.factor) });
      return this.labelled(w.text, input, w.unit);
    }
    return this.labelled(w.text, element("input", { "data-field": field.name, value: value === undefined ? "" : value, maxlength: 2000 }));
  }

  place(grid, corner) {
    const factor = this.imperial ? FEET : 1, unit = this.imperial ? "ft" : "m";
    ["east", "north"].forEach((name, k) => {
      const input = element("input", { type: "number", step: "any", "data-place": k, "data-factor": factor, value: shown(corner[k], factor) });
      grid.appendChild(this.labelled(name, input, unit));
    });
  }

  // the properties as they now stand in the form; an empty field means the usual value
  properties() {
    const result = Object.assign({}, this.row.properties);
    this.host.querySelectorAll("[data-field]").forEach((input) => {
      const name = input.dataset.field;
      if (input.type === "checkbox") result[name] = input.checked;
      else if (input.value === "") delete result[name];
      else if (input.type !== "number") result[name] = input.value;
      else if (input.value !== shown(result[name], input.dataset.factor)) result[name] = Number(input.value) * Number(input.dataset.factor);
    });
    const holes = this.host.querySelector("[data-hole]");
    if (holes) {
      const numbers = holes.value.split(/[\s,]+/).filter(Boolean).map(Number);
      delete result.hole;
      if (numbers.length) result.hole = numbers.length === 1 ? numbers[0] : numbers;
    }
    return result;
  }
}
