import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";
import { setAt } from "../../sheet/path";
import { Button } from "../../ui/Button";
import { ChoiceField, NumberField } from "../../ui/fields";
import { Mark } from "../../ui/Mark";

type Link = Schemas["LinkReport"];
type Connector = Schemas["TrailerConnector"];

const KINDS: { value: Schemas["ConnectorKind"]; label: string }[] = [
  { value: "flat4", label: "4-flat" },
  { value: "flat5", label: "5-flat" },
  { value: "round6", label: "6-round" },
  { value: "blade7", label: "7-blade" },
  { value: "heavy7", label: "7-pin heavy duty" },
  { value: "iso12n", label: "12N" },
  { value: "iso12s", label: "12S" },
  { value: "iso13", label: "13-pin" },
  { value: "iso24n", label: "24 V 7-pin" },
  { value: "iso7638", label: "brake electronics" },
];

/** The towing vehicle's socket on the trailer's plug, wire by wire. */
export function TrailerSheet() {
  const { job, edit } = useDesk();
  const { data, error } = useQuery<Schemas["Linked"], ApiError>({
    queryKey: ["trailer", identity(job)],
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(api.POST("/api/trailer", { body: { job } })),
  });
  if (error) return <p role="alert">{error.problem.detail}</p>;
  if (!data) return <p className="card p-4">Looking at the connectors ...</p>;
  if (!job.trailer)
    return (
      <div className="card space-y-3 p-4">
        <p>
          A trailer or a towed vehicle obeys somebody else's wires: name both connectors, and the
          wires are put side by side by what they do, not by colour.
        </p>
        <Button
          kind="main"
          onClick={() => edit((j) => setAt(j, "trailer", { socket: "blade7", plug: "flat4" }))}
        >
          Name the connectors
        </Button>
      </div>
    );
  return (
    <div className="space-y-4">
      <div className="card grid gap-3 p-3 sm:grid-cols-3">
        <ChoiceField path="trailer.socket" label="Vehicle's socket" options={KINDS} />
        <ChoiceField path="trailer.plug" label="Trailer's plug" options={KINDS} />
        <NumberField path="trailer.seen_from_a" label="Trailer is seen from" unit="A" />
      </div>
      {data.link && <Linked link={data.link} />}
    </div>
  );
}

function Linked({ link }: { link: Link }) {
  return (
    <>
      <section aria-label="Wires" className="card overflow-x-auto p-3">
        <h2 className="text-base">
          {link.socket.name} to {link.plug.name}
        </h2>
        <p className="text-sm text-soft">
          Colours are a first guess: probe every function before you join.
        </p>
        <table className="w-full text-left text-sm">
          <thead className="text-soft">
            <tr>
              <th className="font-normal">Function</th>
              <th className="font-normal">Vehicle</th>
              <th className="font-normal">Between</th>
              <th className="font-normal">Trailer</th>
            </tr>
          </thead>
          <tbody>
            {link.rows.map((r) => (
              <tr key={r.function} className="border-t border-line align-top">
                <td className="py-1 pr-3">{r.to[0]?.says}</td>
                <td className="pr-3">{ends(r.from)}</td>
                <td className="pr-3">
                  {r.between}
                  {r.colours && <span className="block font-semibold">{r.colours}</span>}
                </td>
                <td>{ends(r.to)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      {[...link.needs, link.seen_text, ...link.neighbours].filter(Boolean).map((n) => (
        <p key={n} className="card flex gap-2 p-3">
          <Mark shape="mind" /> <span>{n}</span>
        </p>
      ))}
      <section aria-label="Lost ground" className="card p-3">
        <h2 className="text-base">{link.ground.text}</h2>
        <p className="text-sm text-soft">Lost, with bulbs on every wire, solved as a circuit:</p>
        <ul className="text-sm">
          {link.ground.lost.map((g) => (
            <li key={g.on} className="border-t border-line py-1">
              With {g.on}: {g.says}.
            </li>
          ))}
        </ul>
      </section>
      <div className="grid gap-4 lg:grid-cols-2">
        <Pins connector={link.socket} face="vehicle" />
        <Pins connector={link.plug} face="trailer" />
      </div>
      <section aria-label="Tests" className="card p-3">
        <h2 className="text-base">Test with the lamp tester, in this order</h2>
        <ol className="list-decimal pl-5 text-sm">
          {link.tests.map((t) => (
            <li key={t.on}>
              <strong>{t.on}</strong>: {t.lit}
            </li>
          ))}
        </ol>
      </section>
    </>
  );
}

function ends(list: Schemas["WireEnd"][]) {
  return list.map((e) => (
    <span key={e.pin} className="block">
      <span className="font-reading">{e.pin}</span> {e.colour}
    </span>
  ));
}

function Pins({ connector, face }: { connector: Connector; face: "vehicle" | "trailer" }) {
  return (
    <section aria-label={connector.name} className="card p-3">
      <h2 className="text-base">{connector.name}</h2>
      <p className="text-sm text-soft">
        Looking into the {face === "vehicle" ? "socket of the vehicle" : "plug of the trailer"}; the
        other face is its mirror image.
      </p>
      <ul className="text-sm">
        {connector.pins.map((p) => (
          <li key={p.pin} className="grid grid-cols-[5.5rem_1fr] border-t border-line py-1">
            <span className="font-reading">
              {p.pin}
              {(face === "vehicle" ? p.in_socket : p.in_plug) && (
                <span className="block text-xs text-soft">
                  {face === "vehicle" ? p.in_socket : p.in_plug}
                </span>
              )}
            </span>
            <span>
              {p.says}, {p.colour}
              {p.others && <span className="text-soft"> (also {p.others})</span>}
              <span className="block text-xs text-soft">
                {p.source}, confidence {p.confidence}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
