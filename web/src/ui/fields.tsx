import { memo, useEffect, useId, useRef, useState } from "react";
import type { FieldPath } from "../sheet/jobPath";
import { getAt, setAt } from "../sheet/path";
import { Button } from "./Button";
import { type Place, usePlace } from "./form";
import { NumberPad } from "./NumberPad";
import { useReader } from "./reader";
import { bareUnit, useFieldUnit, useWritten } from "./units";
import { useNarrow } from "./useMedia";
import { useUsual } from "./usual";

interface Common {
  /** Place in the job, or in the tree of the form around it. */
  path: FieldPath;
  label: string;
  /** Keeps the label for screen readers only. */
  hideLabel?: boolean;
}

function Label({
  id,
  label,
  hide,
  assumed,
}: {
  id: string;
  label: string;
  hide?: boolean | undefined;
  assumed?: boolean;
}) {
  return (
    <label htmlFor={id} className={hide ? "sr-only" : "block text-sm text-soft"}>
      {label}
      {assumed && <span className="italic"> (assumed)</span>}
    </label>
  );
}

function Fault({ id, text }: { id: string; text: string | undefined }) {
  if (!text) return null;
  return (
    <p id={id} className="mt-1 text-sm text-rust" role="alert">
      {text}
    </p>
  );
}

/** Letters or marks of a unit behind a figure. */
const HAS_UNIT = /[^\d\s.,+/-]/;

type NumberProps = Common & { unit: string; whole?: boolean; required?: boolean };

/** A figure with its unit. Empty means that nobody said; the assumed figure then shows in its place. */
export function NumberField(props: NumberProps) {
  return <NumberBox {...props} {...usePlace<number | null>(props.path)} />;
}

const NumberBox = memo(function NumberBox({
  path,
  label,
  unit,
  hideLabel,
  whole,
  required,
  held: value,
  told,
  assumed,
  edit,
}: NumberProps & Place<number | null>) {
  const id = useId();
  const written = useWritten();
  const bare = bareUnit(unit, useFieldUnit()(unit));
  const held = value == null ? "" : written(value, unit);
  const [text, setText] = useState(held);
  const [local, setLocal] = useState<string>();
  const reader = useReader();
  const read = reader(text, unit);
  // The figure before this visit to the field: it counts again while what is typed is no figure.
  const before = useRef(value);
  // What came from elsewhere (undo, another person) replaces the text; what was typed here stays.
  useEffect(() => {
    const shown = reader(text, unit);
    const same = value == null ? shown === "empty" : shown === value;
    if (!same && !local) setText(held);
  }, [value, held, text, unit, local, reader]);

  const usual = useUsual(path);
  const counts = assumed ?? usual;
  const placeholder = counts == null ? "" : written(Number(counts.toPrecision(4)), unit);
  const hasUnit = HAS_UNIT.test(text || placeholder);
  const isNarrow = useNarrow();
  const [hasPad, setPad] = useState(false);
  const fault = local ?? told;
  const refuse = (why: string) => {
    setLocal(why);
    edit((tree) =>
      getAt(tree, path) === before.current ? tree : setAt(tree, path, before.current ?? undefined),
    );
  };
  const change = (typed: string) => {
    setText(typed);
    const next = reader(typed, unit);
    if (typeof next === "string" && next !== "empty") {
      refuse(next);
      return;
    }
    if (next === "empty" && required) {
      refuse("This figure is needed.");
      return;
    }
    if (typeof next === "number" && whole && !Number.isInteger(next)) {
      refuse("Give a whole number.");
      return;
    }
    setLocal(undefined);
    edit((tree) => setAt(tree, path, next === "empty" ? undefined : next));
  };
  return (
    <div className="min-w-0">
      <Label
        id={id}
        label={label}
        hide={hideLabel}
        assumed={read === "empty" && assumed !== undefined}
      />
      <div className="relative">
        <input
          id={id}
          data-path={path}
          className={`field font-reading ${hasUnit ? "!px-2" : "pr-12"}`}
          // On a phone the page has keys of its own, for gloves.
          inputMode={isNarrow ? "none" : "decimal"}
          autoComplete="off"
          value={text}
          placeholder={placeholder}
          aria-invalid={!!fault}
          aria-describedby={fault ? `${id}-fault` : undefined}
          onFocus={() => {
            before.current = value;
            setPad(true);
          }}
          onBlur={() => setPad(false)}
          onChange={(e) => change(e.target.value)}
        />
        <span
          aria-hidden="true"
          className="pointer-events-none absolute top-2 right-2 text-sm text-soft"
        >
          {hasUnit ? "" : bare}
        </span>
      </div>
      <Fault id={`${id}-fault`} text={fault} />
      {isNarrow && hasPad && (
        <div className="pad-below">
          <NumberPad unit={unit} text={text} put={change} />
          <Button
            kind="main"
            className="mt-1.5 min-h-14 w-full"
            // The box keeps the focus until the pad is gone.
            onPointerDown={(e) => e.preventDefault()}
            onClick={() => setPad(false)}
          >
            Done
          </Button>
        </div>
      )}
    </div>
  );
});

export function TextField(props: Common) {
  return <TextBox {...props} {...usePlace<string>(props.path)} />;
}

const TextBox = memo(function TextBox({
  path,
  label,
  hideLabel,
  held: value = "",
  told: fault,
  edit,
}: Common & Place<string>) {
  const id = useId();
  return (
    <div className="min-w-0">
      <Label id={id} label={label} hide={hideLabel} />
      <input
        id={id}
        data-path={path}
        className="field"
        autoComplete="off"
        value={value}
        aria-invalid={!!fault}
        onChange={(e) => edit((tree) => setAt(tree, path, e.target.value))}
      />
      <Fault id={`${id}-fault`} text={fault} />
    </div>
  );
});

/** A text that only counts whole: it is taken when the field is left or Enter is pressed. */
export function WholeTextField({ path, label, required }: Common & { required?: boolean }) {
  const { held = "", told: fault, edit } = usePlace<string>(path);
  const id = useId();
  const [text, setText] = useState(held);
  useEffect(() => setText(held), [held]);
  const take = () => {
    if (text !== held) edit((tree) => setAt(tree, path, text || (required ? "" : undefined)));
  };
  return (
    <div className="min-w-0">
      <Label id={id} label={label} />
      <input
        id={id}
        data-path={path}
        className="field font-reading"
        autoComplete="off"
        value={text}
        aria-invalid={!!fault}
        aria-describedby={fault ? `${id}-fault` : undefined}
        onChange={(e) => setText(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === "Enter" && take()}
      />
      <Fault id={`${id}-fault`} text={fault} />
    </div>
  );
}

/** Letters that still fit into half of the facts column. */
const LONG_CHOICE = 12;

/** A choice among a few named values. */
export function ChoiceField({
  path,
  label,
  hideLabel,
  options,
  read = (v) => String(v ?? ""),
  write = (v) => v,
}: Common & {
  options: { value: string; label: string }[];
  /** The option that stands for what the job holds. */
  read?: (held: unknown) => string;
  /** What the job holds for an option. */
  write?: (option: string) => unknown;
}) {
  const { held, edit } = usePlace<unknown>(path);
  const id = useId();
  // In the narrow facts column a box with long choices takes the whole row: a value is never cut.
  const isLong = options.some((o) => o.label.length > LONG_CHOICE);
  return (
    <div className={isLong ? "long-choice min-w-0" : "min-w-0"}>
      <Label id={id} label={label} hide={hideLabel} />
      <select
        id={id}
        data-path={path}
        className="field"
        value={read(held)}
        onChange={(e) => edit((tree) => setAt(tree, path, write(e.target.value)))}
      >
        {options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </div>
  );
}

/** Yes or no; no is not kept. */
export function CheckField({ path, label }: { path: string; label: string }) {
  const { held, edit } = usePlace<unknown>(path);
  return (
    <label className="flex min-h-9 items-center gap-2 text-sm">
      <input
        type="checkbox"
        data-path={path}
        checked={!!held}
        onChange={(e) => edit((tree) => setAt(tree, path, e.target.checked || undefined))}
      />
      {label}
    </label>
  );
}
