import { DropdownMenu, Tabs } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import type { Schemas } from "../api/client";
import { useDesk } from "../sheet/desk";
import { Button } from "../ui/Button";
import { Mark } from "../ui/Mark";
import { TAB } from "../ui/tabs";
import { VoltLine } from "../voltline/VoltLine";
import { DiagramView } from "./DiagramView";
import { type Moment, useMoment } from "./useMoment";
import { VehicleView } from "./VehicleView";

type Kind = Schemas["FaultKind"];
type Part = Schemas["PartNow"];

const FAILED: Record<Kind, string> = {
  open: "open",
  short: "short",
  poor: "poor joint",
  stuck_open: "stuck open",
  stuck_closed: "stuck closed",
  reversed: "wrong way round",
  left_out: "left out, wire instead",
};

/** The vehicle in the chosen state: lamps, words, currents, and what can fail. */
export function TrySheet() {
  const { job, tried, setTried, selectCircuit } = useDesk();
  const [sought, setSought] = useState<string>();
  const { data: moment, error } = useMoment(job, tried);
  if (error)
    return (
      <div role="alert" className="card space-y-2 p-4">
        <p className="font-semibold">{error.problem.title}</p>
        <p>{error.problem.detail}</p>
        <Button onClick={() => setTried(() => ({ on: [], supply: "engine_off" }))}>
          Everything off, everything mended
        </Button>
      </div>
    );
  if (!moment) return <p className="card p-4">Solving ...</p>;
  const faults = tried.faults ?? [];
  const fail = (part: string, kind: Kind | undefined) =>
    setTried((s) => {
      const others = (s.faults ?? []).filter((f) => f.part !== part);
      return { ...s, faults: kind ? [...others, { part, kind }] : others };
    });
  // A part of the drawing leads to its circuit, and to the key that lets it fail.
  const goTo = (part: string) => {
    const at = job.circuits?.findIndex((c) => part.startsWith(`${c.id}.`)) ?? -1;
    if (at >= 0) selectCircuit(at);
    setSought(part);
  };
  const isFailed = (part: string) => faults.some((f) => f.part === part);
  return (
    <>
      <section aria-label="The vehicle" className="card space-y-3 p-4">
        <Tabs.Root defaultValue="vehicle">
          <Tabs.List aria-label="View" className="no-print flex border-b border-line">
            <Tabs.Trigger value="vehicle" className={TAB}>
              From above
            </Tabs.Trigger>
            <Tabs.Trigger value="diagram" className={TAB}>
              Circuit diagram
            </Tabs.Trigger>
          </Tabs.List>
          <Tabs.Content value="vehicle" className="pt-3">
            <VehicleView
              moment={moment}
              failed={faults.map((f) => f.part)}
              onLamp={(part) => fail(part, isFailed(part) ? undefined : "open")}
            />
          </Tabs.Content>
          <Tabs.Content value="diagram" className="pt-3">
            <DiagramView onPart={goTo} />
          </Tabs.Content>
        </Tabs.Root>
        <div className="flex flex-wrap gap-x-6 gap-y-1">
          <p className="font-semibold">{moment.words}</p>
          <p className="ml-auto font-reading text-copper">battery {moment.battery_text}</p>
        </div>
        <div aria-live="polite" role="status" data-testid="changes">
          {moment.changes.map((c) => (
            <p key={c}>{c}</p>
          ))}
        </div>
        <Alarms moment={moment} />
      </section>
      <Circuits moment={moment} />
      <Parts moment={moment} fail={fail} sought={sought} />
    </>
  );
}

function Alarms({ moment }: { moment: Moment }) {
  return (
    <>
      {moment.backfeeds.map((b) => (
        <div key={b.wire} role="alert" className="rounded border-2 border-rust p-3">
          <p className="flex items-center gap-2 font-semibold">
            <Mark shape="stop" /> Fed backwards: {b.wire}
          </p>
          <p>{b.counter.says}</p>
          <p className="font-reading text-sm">{b.path_text}</p>
          <p>{b.remedy}</p>
        </div>
      ))}
      {moment.buzzers.map((b) => (
        <p
          key={b}
          role="alert"
          className="flex items-center gap-2 rounded border-2 border-rust p-3"
        >
          <Mark shape="stop" /> {b} opens and closes without end.
        </p>
      ))}
    </>
  );
}

/** Every circuit with its current; the one touched shows its volt line in this state. */
function Circuits({ moment }: { moment: Moment }) {
  const { job, circuit, selectCircuit } = useDesk();
  const [chosen, setChosen] = useState<number>();
  const open = job.circuits?.[circuit]?.id;
  return (
    <section aria-label="Circuits" className="card divide-y divide-line">
      {moment.circuits.map((c) => (
        <div key={c.circuit} data-circuit={c.circuit}>
          <button
            type="button"
            aria-expanded={c.circuit === open}
            className="flex min-h-11 w-full flex-wrap items-center gap-x-4 px-4 py-1 text-left"
            onClick={() => selectCircuit(job.circuits?.findIndex((j) => j.id === c.circuit) ?? 0)}
          >
            <Mark shape={c.is_lit === c.is_wanted && !c.is_dim ? "done" : "fix"} />
            <span className="font-semibold">{c.name}</span>
            <span className="font-reading text-copper">{c.text}</span>
            {c.is_lit && <span className="text-sm text-soft">{c.through}</span>}
            {c.is_lit !== c.is_wanted && (
              <strong className="text-sm text-rust">
                {c.is_wanted ? "should be lit" : "should be dark"}
              </strong>
            )}
          </button>
          {c.circuit === open && (
            <div className="px-4 pb-3">
              <VoltLine line={c.line} name={c.name} chosen={chosen} onChoose={setChosen} />
              {chosen !== undefined && c.line.elements[chosen] && (
                <p role="status" className="text-sm">
                  <strong>{c.line.elements[chosen].name}</strong>: {c.line.elements[chosen].reading}
                  .
                </p>
              )}
            </div>
          )}
        </div>
      ))}
    </section>
  );
}

/** Every part that can fail; a touch fails or mends it. */
function Parts({
  moment,
  fail,
  sought,
}: {
  moment: Moment;
  fail: (part: string, kind: Kind | undefined) => void;
  /** The part that the drawing was asked for. */
  sought: string | undefined;
}) {
  const groups = [
    ...moment.circuits.map((c) => ({
      title: c.name,
      list: moment.parts.filter((p) => p.circuit === c.circuit),
    })),
    { title: "Was there before", list: moment.parts.filter((p) => !p.circuit) },
  ];
  return (
    <section aria-label="Parts that can fail" className="card space-y-3 p-4">
      <h2 className="text-base">Let a part fail</h2>
      {groups.map((g) => (
        <PartGroup
          key={g.title}
          title={g.title}
          list={g.list}
          fail={fail}
          sought={g.list.some((p) => p.part === sought) ? sought : undefined}
        />
      ))}
    </section>
  );
}

/** The parts of one circuit. A closed list holds nothing: there are many parts, and each has a menu. */
function PartGroup({
  title,
  list,
  fail,
  sought,
}: {
  title: string;
  list: Part[];
  fail: (part: string, kind: Kind | undefined) => void;
  sought: string | undefined;
}) {
  const [opened, setOpened] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  const open = opened || sought !== undefined || list.some((p) => p.failed);
  useEffect(() => {
    if (sought) box.current?.querySelector<HTMLElement>(`[data-part="${sought}"]`)?.focus();
  }, [sought]);
  return (
    <details open={open} onToggle={(e) => setOpened(e.currentTarget.open)}>
      <summary className="min-h-9 cursor-pointer font-semibold">{title}</summary>
      {open && (
        <div ref={box} className="flex flex-wrap gap-1 py-1">
          {list.map((p) => (
            <PartKey key={p.part} part={p} fail={fail} />
          ))}
        </div>
      )}
    </details>
  );
}

function PartKey({
  part,
  fail,
}: {
  part: Part;
  fail: (part: string, kind: Kind | undefined) => void;
}) {
  if (part.failed)
    return (
      <button
        type="button"
        data-part={part.part}
        className="min-h-9 rounded border-2 border-rust px-2 text-sm text-rust"
        onClick={() => fail(part.part, undefined)}
      >
        {part.name}: {FAILED[part.failed]}. Mend
      </button>
    );
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        data-part={part.part}
        className="min-h-9 rounded border border-line px-2 text-sm"
      >
        {part.name}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="card z-50 min-w-48 p-1 shadow-lg">
          {part.kinds.map((kind) => (
            <DropdownMenu.Item
              key={kind}
              onSelect={() => fail(part.part, kind)}
              className="flex min-h-9 cursor-pointer items-center rounded px-3 data-[highlighted]:bg-spruce data-[highlighted]:text-on-spruce"
            >
              {FAILED[kind]}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
