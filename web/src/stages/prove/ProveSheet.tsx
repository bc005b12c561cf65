import { useState } from "react";
import type { Schemas } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { OutboxNote } from "../../sheet/OutboxNote";
import { Button } from "../../ui/Button";
import { Mark } from "../../ui/Mark";
import { OneAtATime, useListed } from "../../ui/OneAtATime";
import { useNarrow } from "../../ui/useMedia";
import { DeviceForm } from "./DeviceForm";
import { LogForm } from "./LogForm";
import { ProveTips } from "./ProveTips";
import { ChoiceBox, ReadingBox, YES_NO } from "./ReadingBox";
import { useSisters } from "./useSisters";

type Check = Schemas["Check"];

const WORDS = { waiting: "to read", good: "Good", low: "Too low", high: "Too high" } as const;
const SHAPES = { waiting: "open", good: "done", low: "fix", high: "fix" } as const;

const WHEN = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

/** Where this device remembers that all readings are wanted at once. */
const LISTED = "jovek.prove.listed";

/** The readings to expect, each with its window and the box where the reading goes. */
export function ProveSheet() {
  const { answers, outbox } = useDesk();
  const [all, setAll] = useState(true);
  // What was read there and is off is looked at.
  const [isOpen, setOpen] = useState(() => answers.checks.some((c) => !c.is_short && isOff(c)));
  const sisters = useSisters();
  const isNarrow = useNarrow();
  const [isList, list] = useListed(LISTED);
  if (answers.checks.length === 0)
    return <p className="card p-4">Nothing to prove yet: add a light first.</p>;
  const good = new Set(
    answers.checks.filter((c) => c.judgement.verdict === "good").map((c) => c.id),
  );
  // What is left out of the short set is no reason to wait.
  const needed = new Set(answers.checks.filter((c) => isOpen || c.is_short).map((c) => c.id));
  // Read without a connection: taken, though nobody has judged it yet.
  const taken = new Set(
    outbox.waiting.flatMap((w) => ("readings" in w ? w.readings : [])).map((r) => r.check),
  );
  const few = answers.checks.filter((c) => c.is_short);
  const read = few.filter((c) => c.judgement.reading || taken.has(c.id)).length;
  const name = (id: string) => answers.checks.find((c) => c.id === id)?.name ?? id;
  const shown = all ? answers.checks : answers.checks.filter((c) => !good.has(c.id));
  const short = shown.filter((c) => c.is_short);
  const more = shown.filter((c) => !c.is_short);
  const odd = more.filter((c) => sisters.get(c.id)?.is_odd).length;
  const rows = (checks: Check[]) =>
    checks.map((c) => (
      <CheckRow
        key={c.id}
        check={c}
        first={c.relies_on
          .filter((id) => needed.has(id) && !good.has(id) && !taken.has(id))
          .map(name)}
      />
    ));
  if (isNarrow && !isList)
    return (
      <>
        <OutboxNote />
        <OneAtATime
          what="Reading"
          rows={rows(few)}
          firstOpen={few.findIndex((c) => !c.judgement.reading && !taken.has(c.id))}
          all={{ label: "All readings", show: () => list(true) }}
        />
      </>
    );
  return (
    <>
      <OutboxNote />
      {isNarrow && <Button onClick={() => list(false)}>One at a time</Button>}
      <div className="flex flex-wrap items-center justify-between gap-2">
        <p className="text-sm text-soft">
          <span className="font-reading text-ink">
            {read} of {few.length}
          </span>{" "}
          read. These few tell most: about {answers.short_minutes_text}. Each relies only on those
          above it.
        </p>
        <Button kind="quiet" aria-pressed={!all} onClick={() => setAll(!all)}>
          {all ? "Only what is left" : "All checks"}
        </Button>
      </div>
      <ol className="space-y-2" aria-label="Readings">
        {rows(short)}
      </ol>
      {answers.left_open.length > 0 && (
        <div className="card p-3 text-sm">
          <p className="font-semibold">What they leave open</p>
          <ul className="list-disc pl-5 text-soft">
            {answers.left_open.map((says) => (
              <li key={says}>{says}</li>
            ))}
          </ul>
        </div>
      )}
      {more.length > 0 && (
        <details className="group" open={isOpen} onToggle={(e) => setOpen(e.currentTarget.open)}>
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">
            More readings ({more.length}): where a loss lies, once one above is off
            {odd > 0 && <span className="text-ochre">; {odd} odd beside its sisters</span>}
          </summary>
          <ol className="space-y-2" aria-label="More readings">
            {rows(more)}
          </ol>
        </details>
      )}
      <LogForm />
      <DeviceForm />
      <ProveTips className="lg:hidden" />
    </>
  );
}

function isOff({ judgement }: Check): boolean {
  return judgement.verdict === "low" || judgement.verdict === "high";
}

function CheckRow({ check, first }: { check: Check; first: string[] }) {
  const { outbox, catalog } = useDesk();
  const sister = useSisters().get(check.id);
  const kept = outbox.waiting
    .flatMap((w) => ("readings" in w ? w.readings : []))
    .filter((r) => r.check === check.id)
    .at(-1);
  const { verdict, reading, says } = check.judgement;
  const isYesNo = check.quantity === "yes_no";
  const told = isYesNo && verdict !== "waiting" && verdict !== "good" ? "Not so" : WORDS[verdict];
  return (
    <li
      className="card grid items-center gap-x-4 gap-y-2 p-3 sm:grid-cols-[8rem_15rem_minmax(0,1fr)] xl:grid-cols-[minmax(0,1fr)_8rem_15rem_minmax(0,13rem)]"
      data-check={check.id}
    >
      <div className="sm:col-span-3 xl:col-span-1">
        <p className="font-semibold">{check.name}</p>
        <p className="text-sm text-soft">{check.how}</p>
        {verdict === "waiting" && first.length > 0 && (
          <p className="text-sm text-ochre">First: {first.slice(0, 3).join("; ")}.</p>
        )}
      </div>
      <div>
        <p className="font-reading text-lg">{check.expected_text}</p>
        <p className="font-reading text-xs text-soft">{check.window_text}</p>
      </div>
      {isYesNo ? (
        <ChoiceBox check={check.id} name={check.name} options={YES_NO} />
      ) : (
        <ReadingBox check={check.id} name={check.name} unit={check.quantity} />
      )}
      <div className="text-sm" role="status">
        <span className="flex items-center gap-2 font-semibold">
          <Mark shape={SHAPES[verdict]} />
          {told}
          {reading && (
            <span className="font-reading">
              {shownReading(check, reading.value, catalog.overload_ohm)}
            </span>
          )}
        </span>
        {says && <span className="block">{says}</span>}
        {sister && (
          <span className={`block ${sister.is_odd ? "font-semibold text-ochre" : "text-soft"}`}>
            {sister.says}
          </span>
        )}
        {kept && (
          <span className="block text-ochre">
            <span className="font-reading">
              {shownReading(check, kept.value, catalog.overload_ohm)}
            </span>{" "}
            waits here
          </span>
        )}
        {reading && (
          <span className="block text-xs text-soft">
            {WHEN.format(new Date(reading.at))}, {reading.by}
          </span>
        )}
      </div>
    </li>
  );
}

function shownReading(check: Check, value: number, overloadOhm: number): string {
  if (check.quantity === "yes_no") return value > 0.5 ? "yes" : "no";
  if (check.quantity === "ohm" && value >= overloadOhm / 2) return "open";
  return `${value} ${check.quantity}`;
}
