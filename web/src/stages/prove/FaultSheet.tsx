import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";
import { OutboxNote } from "../../sheet/OutboxNote";
import { Button } from "../../ui/Button";
import { Mark } from "../../ui/Mark";
import { Working } from "../../ui/Working";
import { BURNS, ChoiceBox, ReadingBox, YES_NO } from "./ReadingBox";
import { WalkRound } from "./WalkRound";

type Suspect = Schemas["SuspectAnswer"];
type Next = Schemas["NextAnswer"];
type Reading = Schemas["ReadingAnswer"];

/** What could be wrong, how likely, why, and what to read next. */
export function FaultSheet() {
  const { job, edit } = useDesk();
  const [complaint, setComplaint] = useState("");
  const queryKey = ["diagnose", identity(job)];
  const { data, error } = useQuery<Schemas["Diagnosis"], ApiError>({
    queryKey,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async ({ signal }) => unwrap(api.POST("/api/diagnose", { body: job, signal })),
  });
  if (error) return <p role="alert">{error.problem.detail}</p>;
  if (!data)
    return (
      <Working
        key={identity(job)}
        what="Working out what each fault would read"
        queryKey={queryKey}
      />
    );
  const begin = () =>
    edit((j) => ({
      ...j,
      search: { since: new Date().toISOString().replace(/\.\d+Z$/, "Z"), complaint },
    }));
  return (
    <div className="space-y-4">
      <OutboxNote />
      <section aria-label="Search" className="card space-y-2 p-4">
        {job.search ? (
          <div className="flex flex-wrap items-start justify-between gap-3">
            <div>
              <h2 className="text-base">{data.says}</h2>
              {job.search.complaint && <p className="text-soft">“{job.search.complaint}”</p>}
            </div>
            <Button onClick={() => edit(({ search: _, ...rest }) => rest)}>End the search</Button>
          </div>
        ) : (
          <form
            className="flex flex-wrap items-end gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              begin();
            }}
          >
            <label className="min-w-60 flex-1">
              <span className="block text-sm text-soft">Something is wrong? What they say</span>
              <input
                className="field min-h-[44px]"
                value={complaint}
                onChange={(e) => setComplaint(e.target.value)}
              />
            </label>
            <Button kind="main" type="submit" className="min-h-[44px]">
              Start looking
            </Button>
          </form>
        )}
      </section>
      {job.search && (
        <>
          <WalkRound walk={data.walk} />
          <div className="grid gap-4 lg:grid-cols-2">
            <section aria-label="Read next" className="space-y-3">
              <h2 className="text-base">Read next</h2>
              {data.next.length === 0 && <p className="card p-3">No further reading helps.</p>}
              {data.next.map((n, k) => (
                <NextReading key={n.reading.check} next={n} isFirst={k === 0} />
              ))}
            </section>
            <section aria-label="Suspects" className="space-y-3">
              <h2 className="text-base">What it could be</h2>
              <ol className="space-y-2">
                {data.suspects
                  .filter((s, k) => s.likelihood >= 0.005 || k === 0)
                  .map((s) => (
                    <SuspectCard key={s.keys[0]} suspect={s} />
                  ))}
              </ol>
              {data.rest >= 0.005 && (
                <p className="text-sm text-soft">
                  All else together: <span className="font-reading">{percent(data.rest)}</span>
                </p>
              )}
              <Taken readings={data.taken} />
            </section>
          </div>
        </>
      )}
    </div>
  );
}

function percent(part: number): string {
  return `${Math.round(part * 100)} %`;
}

function NextReading({ next, isFirst }: { next: Next; isFirst: boolean }) {
  const { reading } = next;
  return (
    <article
      className={`card space-y-2 p-3 ${isFirst ? "border-2 !border-spruce" : ""}`}
      data-next={reading.check}
    >
      <p className="font-semibold">{reading.name}</p>
      <p className="text-sm">{reading.how}</p>
      <p className="text-sm text-soft">
        Sound: <span className="font-reading">{reading.sound_text}</span>. About {next.time_text}.
      </p>
      <Box reading={reading} />
      <details open={isFirst}>
        <summary className="cursor-pointer text-sm text-soft">What it would tell</summary>
        <dl className="space-y-1 pt-1 text-sm">
          {next.outcomes.map((o) => (
            <div key={o.reads + o.likelihood} className="grid grid-cols-[8rem_1fr] gap-2">
              <dt className="font-reading">
                {o.reads}
                <span className="block text-xs text-soft">{o.likelihood_text}</span>
              </dt>
              <dd>{o.means.join("; ")}</dd>
            </div>
          ))}
        </dl>
      </details>
    </article>
  );
}

function Box({ reading }: { reading: Reading }) {
  const { check, name, unit } = reading;
  if (reading.with === "eye") return <ChoiceBox check={check} name={name} options={BURNS} />;
  if (reading.with === "yes_no") return <ChoiceBox check={check} name={name} options={YES_NO} />;
  return <ReadingBox check={check} name={name} unit={unit} />;
}

function SuspectCard({ suspect }: { suspect: Suspect }) {
  return (
    <li className="card space-y-1 p-3">
      <div className="flex items-baseline justify-between gap-3">
        <p className="font-semibold">{suspect.title}</p>
        <p className="font-reading whitespace-nowrap">{suspect.likelihood_text}</p>
      </div>
      <div aria-hidden="true" className="h-1.5 rounded bg-line">
        <div
          className="h-full rounded bg-copper"
          style={{ width: `${Math.max(1, suspect.likelihood * 100)}%` }}
        />
      </div>
      {suspect.also.length > 0 && (
        <p className="text-sm text-soft">
          No reading tells it apart from: {suspect.also.slice(0, 4).join("; ")}.
        </p>
      )}
      <ul className="text-sm">
        {suspect.fits.map((f) => (
          <li key={f} className="flex gap-2">
            <Mark shape="done" /> {f}
          </li>
        ))}
        {suspect.against.map((a) => (
          <li key={a} className="flex gap-2">
            <Mark shape="fix" /> {a}
          </li>
        ))}
      </ul>
      {suspect.likelihood > 0.15 && <p className="text-sm">{suspect.remedy}</p>}
    </li>
  );
}

function Taken({ readings }: { readings: Reading[] }) {
  const metered = readings.filter((r) => r.is_as_sound === false || r.with === "meter");
  if (metered.length === 0) return null;
  return (
    <section aria-label="Readings so far" className="card p-3">
      <h3 className="text-sm font-semibold">Readings so far</h3>
      <ul className="text-sm">
        {metered.map((r) => (
          <li key={r.check} className="flex justify-between gap-3 border-t border-line py-1">
            <span className="flex gap-2">
              <Mark shape={r.is_as_sound ? "done" : "fix"} />
              {r.name}
            </span>
            <span className="font-reading whitespace-nowrap">
              {r.value_text} <span className="text-soft">({r.sound_text})</span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
