import { useEffect, useState } from "react";
import { api, type Schemas, unwrap } from "../../api/client";

/** The record of a job, asked once: this page carries nothing that keeps it fresh. */
function useRecord(id: number) {
  const [data, setData] = useState<Schemas["AsBuilt"]>();
  const [error, setError] = useState(false);
  useEffect(() => {
    const ask = async () => {
      const view = await unwrap(api.GET("/api/jobs/{id}", { params: { path: { id } } }));
      setData(await unwrap(api.POST("/api/record", { body: view.job })));
    };
    ask().catch(() => setError(true));
  }, [id]);
  return { data, error };
}

/** For whoever drives the vehicle: switches, fuses, what to mind, when to come back. */
export function OwnerPage({ id }: { id: number }) {
  const { data, error } = useRecord(id);
  if (error) return <main className="p-4">This vehicle is not known here.</main>;
  if (!data) return <main className="p-4">One moment ...</main>;
  const last = data.signed.at(-1);
  return (
    <main className="mx-auto max-w-xl space-y-5 p-4 text-lg">
      <header>
        <p className="text-soft">Unit {data.unit}</p>
        <h1 className="text-2xl">{data.title}</h1>
        <p>{data.vehicle}</p>
        <p className="text-base text-soft">
          {last && !last.opened
            ? `Fitted and signed by ${last.by}, ${last.at.slice(0, 10)}.`
            : "Work in hand: not signed yet."}
        </p>
        {data.next && (
          <p className="mt-2 font-semibold">
            Next look: {data.next.day}
            {data.next.is_over && ", that day is over"}
          </p>
        )}
      </header>
      <section aria-label="Switches">
        <h2 className="text-xl">What each switch does</h2>
        <ul>
          {data.switches.map((s) => (
            <li key={s.circuit} className="border-t border-line py-2">
              <strong>{s.circuit}</strong>
              <span className="block">{s.lit}</span>
              {s.not_for && <span className="block text-ochre">{s.not_for}</span>}
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="Fuses">
        <h2 className="text-xl">If a lamp stays dark: fuses</h2>
        {data.fuses.length === 0 && <p>The vehicle's own fuses protect the lamps.</p>}
        <ul>
          {data.fuses.map((f) => (
            <li key={f.circuit} className="border-t border-line py-2">
              {f.circuit}: <strong className="font-reading">{f.rating}</strong>, {f.place}
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="Cautions">
        <h2 className="text-xl">Cautions</h2>
        <ul className="list-disc pl-5">
          {data.cautions.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      </section>
    </main>
  );
}
