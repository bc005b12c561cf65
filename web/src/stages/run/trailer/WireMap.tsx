import type { Schemas } from "../../../api/client";
import { Button } from "../../../ui/Button";
import { Mark } from "../../../ui/Mark";

type Link = Schemas["LinkReport"];

/** Both sides of the connection, function by function; made to be printed and taken to the vehicle. */
export function WireMap({ link }: { link: Link }) {
  return (
    <>
      <section aria-label="Wires" className="card overflow-x-auto p-3">
        <div className="flex items-start gap-3">
          <div className="flex-1">
            <h2 className="text-base">
              {link.socket.name} to {link.plug.name}
            </h2>
            <p className="text-sm text-soft">
              Colours are a first guess: probe every function before you join.
            </p>
          </div>
          <span className="no-print">
            <Button onClick={() => window.print()}>Print both sides</Button>
          </span>
        </div>
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
              <tr key={r.function} className="border-t border-line align-top [&>td]:py-1">
                <td className="pr-3">{r.to[0]?.says}</td>
                <td className="pr-3">
                  {ends(r.from)}
                  <Found colours={r.found_from} />
                </td>
                <td className="pr-3">
                  {r.between}
                  {r.colours && <span className="block font-semibold">{r.colours}</span>}
                </td>
                <td>
                  {ends(r.to)}
                  <Found colours={r.found_to} />
                  {r.renewed.map((n) => (
                    <span key={n} className="block">
                      {n}
                    </span>
                  ))}
                </td>
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

/** Wires that the meter found to do this: they beat the usual colours. */
function Found({ colours }: { colours: string[] }) {
  return (
    colours.length > 0 && (
      <span className="flex items-center gap-1 font-semibold">
        <Mark shape="done" size={14} /> found {colours.join(", ")}
      </span>
    )
  );
}
