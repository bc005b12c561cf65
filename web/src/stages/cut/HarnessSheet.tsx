import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";
import { Zoomed } from "../../ui/Zoomed";

/** The formboard, the reels and the pin tables. */
export function HarnessSheet() {
  const { answers, job } = useDesk();
  const { data: flat, error } = useQuery<Schemas["Flat"], ApiError>({
    queryKey: ["formboard", identity(job)],
    enabled: !!job.skeleton,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(api.POST("/api/formboard", { body: job })),
  });
  return (
    <div className="space-y-5">
      <section aria-label="Formboard" className="card p-4">
        <h2 className="text-base">Formboard</h2>
        {!job.skeleton ? (
          <p>Lay the wires on a skeleton under Run: then the harness is drawn flat, to scale.</p>
        ) : error ? (
          <p role="alert">{error.problem.detail}</p>
        ) : (
          flat && (
            <>
              <Zoomed label={`Harness of unit ${job.unit} laid flat, to scale`}>
                <Sheet alt={`Harness of unit ${job.unit} laid flat, to scale`} svg={flat.svg} />
              </Zoomed>
              <details>
                <summary className="no-print mt-2 text-spruce">
                  {flat.pages.length} pages of A4 at a larger scale, with the pins
                </summary>
                {flat.pages.map((page, k) => (
                  <Zoomed key={k} label={`Formboard, sheet ${k + 1}`}>
                    <Sheet alt={`Formboard, sheet ${k + 1}`} svg={page} />
                  </Zoomed>
                ))}
              </details>
            </>
          )
        )}
      </section>
      <section aria-label="Reels" className="card p-4">
        <h2 className="text-base">Cut from reels</h2>
        <table className="w-full text-left text-sm">
          <thead className="text-soft">
            <tr>
              <th className="py-1 pr-3 font-normal">Wire</th>
              <th className="py-1 pr-3 font-normal">Reel</th>
              <th className="py-1 pr-3 font-normal">Pieces, in this order</th>
              <th className="py-1 text-right font-normal">Left over</th>
            </tr>
          </thead>
          <tbody>
            {answers.reels.map((r) => (
              <tr key={`${r.wire} ${r.number}`} className="border-t border-line align-top">
                <td className="py-1 pr-3 whitespace-nowrap">{r.wire}</td>
                <td className="py-1 pr-3 font-reading">{r.number}</td>
                <td className="py-1 pr-3 font-reading">{r.pieces.join("  ")}</td>
                <td className="py-1 text-right font-reading whitespace-nowrap">{r.left_text}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section aria-label="Label sheet" className="card p-4">
        <h2 className="text-base">Labels</h2>
        <p className="text-sm text-soft">One for each end: the wire, and where it goes.</p>
        <ul className="mt-2 grid grid-cols-2 gap-px sm:grid-cols-4">
          {answers.cuts.flatMap((c) =>
            [
              { here: c.from, other: c.to },
              { here: c.to, other: c.from },
            ].map((end) => (
              <li
                key={`${c.label} ${end.here}`}
                className="break-inside-avoid border border-line p-1"
              >
                <span className="font-reading font-bold">{c.label}</span>{" "}
                <span className="text-xs">{end.here}</span>
                <span className="block text-xs text-soft">to {end.other}</span>
              </li>
            )),
          )}
        </ul>
      </section>
      <section aria-label="Pin tables" className="card p-4">
        <h2 className="text-base">Pin tables</h2>
        <p className="text-sm text-soft">
          Plug of a lamp, seen into its face: 1 is plus. Seen from the wire side, left and right are
          swapped.
        </p>
        <table className="w-full text-left text-sm">
          <thead className="text-soft">
            <tr>
              {["Connector", "Pin", "Wire", "Goes to"].map((h) => (
                <th key={h} className="py-1 pr-3 font-normal">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {answers.pins.map((p, i) => {
              const before = answers.pins[i - 1];
              const first = before?.circuit !== p.circuit || before.connector !== p.connector;
              return (
                <tr key={`${p.wire} ${p.connector} ${p.pin}`} className="border-t border-line">
                  <td className="py-1 pr-3">{first && `${p.circuit}: ${p.connector}`}</td>
                  <td className="py-1 pr-3 font-reading">{p.pin}</td>
                  <td className="py-1 pr-3 whitespace-nowrap">
                    <span className="font-reading">{p.wire}</span> {p.wire_text}
                  </td>
                  <td className="py-1">{p.goes_to}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </section>
    </div>
  );
}

/** A page of the formboard as it is printed. */
function Sheet({ alt, svg }: { alt: string; svg: string }) {
  return (
    <img
      className="sheet-page mt-2 w-full border border-line bg-white"
      alt={alt}
      src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
    />
  );
}
