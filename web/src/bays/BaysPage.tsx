import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { type ApiError, api, type Schemas, unwrap } from "../api/client";
import { Header } from "../app/Header";
import { Palette } from "../app/Palette";
import { BayChart } from "./BayChart";
import { useWorkshop, WorkshopForm } from "./WorkshopForm";

type Plan = Schemas["BayPlan"];

/** The plan over vehicles: bays, days, people. */
export function BaysPage() {
  const [finding, setFinding] = useState(false);
  const { kit } = useSearch({ from: "/bays" });
  const workshop = useWorkshop().data;
  // What is tried here is asked for beside what the workshop has.
  const [bays, setBays] = useState<number>();
  const [people, setPeople] = useState<number>();
  const [from, setFrom] = useState("");
  const [readyBy, setReadyBy] = useState("");
  const asked = {
    ...(bays === undefined ? {} : { bays }),
    ...(people === undefined ? {} : { people }),
    ...(from ? { from } : {}),
    ...(readyBy ? { ready_by: readyBy } : {}),
    ...(kit === undefined ? {} : { kit }),
  };
  const { data, error } = useQuery<Plan, ApiError>({
    queryKey: ["bays", asked],
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(api.GET("/api/bays", { params: { query: asked } })),
  });
  const query = new URLSearchParams(
    Object.entries(asked).map(([k, v]) => [k, String(v)] as [string, string]),
  );
  return (
    <>
      <Header onFind={() => setFinding(true)}>
        <h1 className="text-lg">Bays</h1>
        <Link to="/" className="text-spruce underline">
          To the yard
        </Link>
      </Header>
      <div className="border-t-2 border-head" />
      <main className="mx-auto max-w-6xl space-y-4 p-5">
        <div className="no-print flex flex-wrap items-end gap-3">
          <Count label="Bays" value={bays ?? workshop?.bays ?? 1} set={setBays} />
          <Count label="People" value={people ?? workshop?.hands.length ?? 1} set={setPeople} />
          <label>
            <span className="block text-sm text-soft">From</span>
            <input
              type="date"
              className="field min-h-[44px]"
              value={from}
              onChange={(e) => setFrom(e.target.value)}
            />
          </label>
          <label>
            <span className="block text-sm text-soft">Ready by</span>
            <input
              type="date"
              className="field min-h-[44px]"
              value={readyBy}
              onChange={(e) => setReadyBy(e.target.value)}
            />
          </label>
          {kit !== undefined && (
            <Link
              to="/bays"
              search={{}}
              className="inline-flex min-h-[44px] items-center text-spruce underline"
            >
              Plan all jobs, not this kit alone
            </Link>
          )}
          <a
            className="inline-flex min-h-[44px] items-center text-spruce underline"
            href={`/api/bays.ics?${query}`}
          >
            As iCalendar
          </a>
        </div>
        {workshop && (
          <details className="no-print card p-3">
            <summary className="min-h-11 cursor-pointer content-center">
              The workshop: people, hours, breaks, closed days, meters
            </summary>
            <WorkshopForm key={JSON.stringify(workshop)} kept={workshop} />
          </details>
        )}
        {error && <p role="alert">{error.problem.detail}</p>}
        {data && (
          <>
            <p className="text-lg" role="status">
              {data.text}
            </p>
            <p>
              {data.bound_text} <strong>{data.ready_text}</strong>
            </p>
            <BayChart plan={data} />
            <Learned plan={data} />
            <Days plan={data} />
          </>
        )}
      </main>
      <Palette open={finding} setOpen={setFinding} groups={[]} />
    </>
  );
}

function Count({
  label,
  value,
  set,
}: {
  label: string;
  value: number;
  set: (value: number) => void;
}) {
  return (
    <label>
      <span className="block text-sm text-soft">{label}</span>
      <input
        type="number"
        min={1}
        max={40}
        className="field min-h-[44px] w-24 font-reading"
        value={value}
        onChange={(e) => set(Number(e.target.value))}
      />
    </label>
  );
}

function Learned({ plan }: { plan: Plan }) {
  if (plan.learned_texts.length === 0) return null;
  return (
    <p className="text-sm text-soft">
      Minutes learned from this shop's own work: {plan.learned_texts.join("; ")}.
    </p>
  );
}

const DAY = new Intl.DateTimeFormat(undefined, { weekday: "long", day: "numeric", month: "long" });

function Days({ plan }: { plan: Plan }) {
  const days = [...new Set(plan.steps.map((s) => s.starts.slice(0, 10)))];
  return (
    <div className="space-y-3">
      {days.map((day) => (
        <section key={day} aria-label={day} className="card p-4">
          <h2 className="text-base">{DAY.format(new Date(`${day}T12:00:00`))}</h2>
          <ul>
            {plan.steps
              .filter((s) => s.starts.startsWith(day))
              .map((s) => (
                <li
                  key={`${s.vehicle}.${s.step}`}
                  className="grid gap-x-4 border-t border-line py-1 sm:grid-cols-[auto_1fr_auto]"
                >
                  <span className="font-reading">
                    {s.starts.slice(11, 16)} to {s.ends.slice(11, 16)}
                  </span>
                  <span>
                    Unit {s.unit}: {s.what}
                    {s.rest_min > 0 && (
                      <span className="text-soft">, then rests {hours(s.rest_min)}</span>
                    )}
                  </span>
                  <span className="text-sm text-soft">
                    bay {s.bay}, {s.who || `person ${s.person}`}
                  </span>
                </li>
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function hours(minutes: number): string {
  return minutes >= 90 ? `${(minutes / 60).toFixed(0)} h` : `${minutes.toFixed(0)} min`;
}
