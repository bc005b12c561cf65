import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { type ApiError, api, type Schemas, unwrap } from "../api/client";
import { Header } from "../app/Header";
import { Palette } from "../app/Palette";
import { BayChart } from "./BayChart";

type Plan = Schemas["BayPlan"];

/** The plan over vehicles: bays, days, people. */
export function BaysPage() {
  const [finding, setFinding] = useState(false);
  const [bays, setBays] = useState(2);
  const [people, setPeople] = useState(1);
  const [from, setFrom] = useState("");
  const asked = { bays, people, ...(from ? { from } : {}) };
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
          <Count label="Bays" value={bays} set={setBays} />
          <Count label="People" value={people} set={setPeople} />
          <label>
            <span className="block text-sm text-soft">From</span>
            <input
              type="date"
              className="field min-h-[44px]"
              value={from}
              onChange={(e) => setFrom(e.target.value)}
            />
          </label>
          <a
            className="inline-flex min-h-[44px] items-center text-spruce underline"
            href={`/api/bays.ics?${query}`}
          >
            As iCalendar
          </a>
        </div>
        {error && <p role="alert">{error.problem.detail}</p>}
        {data && (
          <>
            <p className="text-lg" role="status">
              {data.text}
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
                    bay {s.bay}, person {s.person}
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
