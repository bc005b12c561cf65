import { useState } from "react";
import type { Schemas } from "../../../api/client";
import { useDesk } from "../../../sheet/desk";
import type { FoundWirePath } from "../../../sheet/jobPath";
import { setAt } from "../../../sheet/path";
import { Button } from "../../../ui/Button";
import { FigureBox } from "../../../ui/FigureBox";
import { ChoiceField, TextField } from "../../../ui/fields";
import { Mark } from "../../../ui/Mark";

type Link = Schemas["LinkReport"];
type Wire = Schemas["FoundWire"];
type Answer = Schemas["WireAnswer"];

const SHAPES = { told: "done", open: "open", wrong: "fix" } as const;

/** Wires by the meter: what was put on, what it read, what the wire therefore does, what to put on next. */
export function FoundWires({ link }: { link: Link }) {
  return (
    <>
      <Side
        side="vehicle"
        title="Wires of the vehicle"
        says="Put one thing on at a time and read the wire to ground. What the colour would say comes last."
        answers={link.vehicle_wires}
      />
      <Side
        side="trailer"
        title="Wires of the trailer"
        says="Feed one wire through a small fuse and see what lights. On an old board that is renewed: note the new wire's colour."
        answers={link.trailer_wires}
      />
    </>
  );
}

function Side({
  side,
  title,
  says,
  answers,
}: {
  side: Schemas["LinkSide"];
  title: string;
  says: string;
  answers: Answer[];
}) {
  const { job, edit, catalog } = useDesk();
  const wires = job.trailer?.wires ?? [];
  const add = () =>
    edit((j) => setAt(j, `trailer.wires[${wires.length}]`, { ...catalog.fresh.wire, side }));
  return (
    <section aria-label={title} className="card space-y-3 p-3">
      <div>
        <h2 className="text-base">{title}</h2>
        <p className="text-sm text-soft">{says}</p>
      </div>
      {answers.map((answer) => {
        const wire = wires[answer.index];
        return wire && <WireRow key={answer.index} wire={wire} answer={answer} />;
      })}
      <Button onClick={add}>Add a wire</Button>
    </section>
  );
}

function WireRow({ wire, answer }: { wire: Wire; answer: Answer }) {
  const { edit, catalog } = useDesk();
  const path = `trailer.wires[${answer.index}]` as const;
  const functions = catalog.functions.map((f) => ({ value: f.function as string, label: f.label }));
  const next = catalog.put_on.find((p) => p.on === answer.next);
  return (
    <article aria-label={`Wire ${wire.colour}`} className="space-y-2 border-t border-line pt-3">
      <p className="flex flex-wrap items-center gap-2">
        <Mark shape={SHAPES[answer.verdict]} />
        <strong>{wire.colour}</strong>
        <span>{answer.says}</span>
        {answer.colour_says && <span className="text-sm text-ochre">{answer.colour_says}</span>}
        {next && <span className="text-sm text-soft">Next: {next.label}.</span>}
      </p>
      <div className="grid items-end gap-2 sm:grid-cols-3">
        <TextField path={`${path}.colour`} label="Colour" />
        <ChoiceField
          path={`${path}.seen`}
          label={wire.side === "vehicle" ? "Seen otherwise" : "Fed, it lit"}
          options={[{ value: "", label: "not looked" }, ...functions]}
          write={(v) => v || undefined}
        />
        {wire.side === "trailer" && (
          <TextField path={`${path}.new_colour`} label="New wire's colour" />
        )}
      </div>
      {wire.side === "vehicle" && <Readings path={path} wire={wire} next={answer.next} />}
      <Button
        kind="quiet"
        onClick={() => edit((j) => setAt(j, `trailer.wires[${answer.index}]`, undefined))}
      >
        Take the {wire.colour} wire out
      </Button>
    </article>
  );
}

/** What was read so far, and one box for the next reading: what tells most is put on unless another is chosen. */
function Readings({ path, wire, next }: { path: FoundWirePath; wire: Wire; next: Answer["next"] }) {
  const { edit, catalog } = useDesk();
  const [chosen, setChosen] = useState<Schemas["PutOn"]>();
  const readings = wire.readings ?? [];
  const on = chosen ?? next ?? catalog.put_on[0]?.on ?? "nothing";
  const label = (of: Schemas["PutOn"]) => catalog.put_on.find((p) => p.on === of)?.label ?? of;
  const at = readings.findIndex((r) => r.on === on);
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
      <label>
        <span className="block text-sm text-soft">Put on</span>
        <select
          className="field min-h-[44px]"
          aria-label={`${wire.colour}: put on`}
          value={on}
          onChange={(e) => setChosen(e.target.value as Schemas["PutOn"])}
        >
          {catalog.put_on.map((p) => (
            <option key={p.on} value={p.on}>
              {p.label}
            </option>
          ))}
        </select>
      </label>
      <div className="w-52">
        <FigureBox
          label={`${wire.colour}, ${label(on)}`}
          unit="V"
          keep={(v) => {
            edit((j) => setAt(j, `${path}.readings[${at < 0 ? readings.length : at}]`, { on, v }));
            setChosen(undefined);
          }}
        />
      </div>
      <ul className="flex flex-wrap gap-2" aria-label={`${wire.colour}: readings`}>
        {readings.map((r, k) => (
          <li key={r.on} className="flex items-center rounded border border-line pl-2 text-sm">
            {label(r.on)} <span className="ml-1 font-reading">{r.v} V</span>
            <Button
              kind="quiet"
              className="!px-2"
              aria-label={`Take the reading with ${label(r.on)} out of ${wire.colour}`}
              onClick={() => edit((j) => setAt(j, `${path}.readings[${k}]`, undefined))}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
