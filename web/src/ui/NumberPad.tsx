import { useContext } from "react";
import type { Schemas } from "../api/client";
import { bareUnit, UnitsContext } from "./units";

/** Units that stand on the pad of a field, the one of a bare figure first. */
const MOST_UNITS = 4;

/** Units by their names; marks such as ' and " are typed only where there is a keyboard. */
function unitsOf(unit: string, bare: string, others: Schemas["OtherUnit"][]): string[] {
  const names = others.filter((o) => o.field === unit && /^[a-zA-Z°]/.test(o.typed));
  const all = [bare, ...(bare === unit ? [] : [unit]), ...names.map((o) => o.typed)];
  return [...new Set(all)].slice(0, MOST_UNITS);
}

/** A figure without the unit at its end. */
const bareOf = (text: string) => text.replace(/\s*[a-zA-Z°'"]+\s*$/, "");

/** Keys for a gloved finger in place of the keyboard of the phone: figures, sign, unit. */
export function NumberPad({
  unit,
  text,
  put,
  word,
}: {
  unit: string;
  text: string;
  put: (text: string) => void;
  /** What may stand for a figure, such as OL. */
  word?: string | undefined;
}) {
  const { others, fieldUnit } = useContext(UnitsContext);
  const as = fieldUnit(unit);
  const bare = bareUnit(unit, as);
  const names = unitsOf(unit, bare, others);
  const isInParts = (as?.fraction ?? 0) > 1;
  // A unit ends a part: what follows it is the next one.
  const add = (key: string) => put(/[a-z°]$/i.test(text) ? `${text} ${key}` : text + key);
  const sign = () => put(text.startsWith("-") ? text.slice(1) : `-${text}`);
  const key = (label: string, press: () => void, says = label, look = "") => (
    <button
      key={says}
      type="button"
      aria-label={says}
      className={`min-h-14 rounded border border-line bg-panel font-reading text-xl active:bg-line ${look}`}
      // The box keeps the focus: the pad stays.
      onPointerDown={(e) => e.preventDefault()}
      onClick={press}
    >
      {label}
    </button>
  );
  const digits = (row: string) => [...row].map((d) => key(d, () => add(d)));
  const said = /[a-zA-Z°]+$/.exec(text)?.[0] ?? bare;
  const unitKey = (at: number) => {
    const name = names[at];
    if (!name || names.length === 1) return <span key={`no unit ${at}`} />;
    return (
      <button
        key={`unit ${name}`}
        type="button"
        aria-pressed={name === said}
        className="min-h-14 rounded border border-line bg-panel font-reading aria-pressed:border-2 aria-pressed:border-spruce aria-pressed:text-spruce"
        onPointerDown={(e) => e.preventDefault()}
        onClick={() => put(`${isInParts ? text : bareOf(text)} ${name}`)}
      >
        {name}
      </button>
    );
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: keys are no fields
    <div role="group" aria-label="Number pad" className="grid grid-cols-5 gap-1.5">
      {digits("123")}
      {key("⌫", () => put(text.slice(0, -1)), "Delete")}
      {unitKey(0)}
      {digits("456")}
      {key("±", sign, "Sign")}
      {unitKey(1)}
      {digits("789")}
      {word ? key(word, () => put(word)) : key("C", () => put(""), "Clear")}
      {unitKey(2)}
      {key(".", () => put(`${text}.`), "Point")}
      {key("0", () => add("0"), "0", isInParts ? "" : "col-span-3")}
      {isInParts && key("␣", () => put(`${text} `), "Space")}
      {isInParts && key("/", () => put(`${text}/`), "Over")}
      {unitKey(3)}
    </div>
  );
}
