import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type ApiError, api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";
import { NumberField } from "../../ui/fields";

const money = (value: number | null | undefined) => (value == null ? "" : value.toFixed(2));

/** What the job takes and costs: parts against the shelf, minutes of work. */
export function EstimateSheet() {
  const { job } = useDesk();
  const { data, error } = useQuery<Schemas["Estimate"], ApiError>({
    queryKey: ["estimate", identity(job)],
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(api.POST("/api/estimate", { body: job })),
  });
  if (error) return <p role="alert">{error.problem.detail}</p>;
  if (!data) return <p>Adding it up ...</p>;
  const buy = data.parts.filter((p) => p.to_buy > 0).length;
  return (
    <div className="space-y-5">
      <section aria-label="Estimate" className="card space-y-3 p-4">
        <h2 className="text-base">
          Estimate, unit {job.unit}: {job.title}
        </h2>
        <dl className="grid grid-cols-2 gap-x-6 gap-y-2 sm:grid-cols-4">
          <Sum title="Work" value={data.labour_text} />
          <Sum
            title="Cost of the work"
            value={data.labour_cost == null ? "no hourly rate" : money(data.labour_cost)}
          />
          <Sum
            title="Parts"
            value={`${money(data.parts_cost)}${data.unpriced ? `, ${data.unpriced} without a price` : ""}`}
          />
          <Sum title="Total" value={data.total == null ? "not known yet" : money(data.total)} />
        </dl>
        <div className="no-print grid max-w-md grid-cols-2 items-end gap-3">
          <NumberField path="shop.hourly_rate" label="An hour of work" unit="" />
          <a className="text-spruce underline" href="/shop">
            Stock and prices of the shop
          </a>
        </div>
      </section>
      <section aria-label="Parts to buy" className="card overflow-x-auto p-4">
        <h2 className="text-base">Parts: {buy ? `${buy} to buy` : "all on the shelf"}</h2>
        <table className="w-full text-left text-sm">
          <thead className="text-soft">
            <tr>
              {["Part", "Needed", "On the shelf", "To buy", "Each", "Cost"].map((h, k) => (
                <th
                  key={h}
                  scope="col"
                  className={`py-1 pr-3 font-normal ${k > 0 ? "text-right" : ""}`}
                >
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {data.parts.map((p, i) => (
              <tr key={`${p.group} ${p.part}`} className="border-t border-line align-bottom">
                <td className="py-1 pr-3">
                  {p.group !== data.parts[i - 1]?.group && (
                    <span className="block text-xs text-soft">{p.group}</span>
                  )}
                  {p.part}
                </td>
                <Figure value={p.amounts.needed} />
                <Figure value={p.amounts.held} />
                <Figure value={p.amounts.to_buy} strong />
                <Figure value={p.price_text ?? ""} />
                <Figure value={money(p.cost)} />
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section aria-label="Minutes of work" className="card p-4">
        <h2 className="text-base">Work</h2>
        <table className="w-full max-w-2xl text-left text-sm">
          <thead className="sr-only">
            <tr>
              <th scope="col">What</th>
              <th scope="col">How many</th>
              <th scope="col">Minutes for one</th>
              <th scope="col">Minutes</th>
            </tr>
          </thead>
          <tbody>
            {data.labour.map((l) => (
              <tr key={l.what} className="border-t border-line">
                <td className="py-1 pr-3">{l.what}</td>
                <Figure value={l.count.toFixed(0)} />
                <Figure value={`× ${l.minutes_each} min`} />
                <Figure value={`${l.minutes.toFixed(0)} min`} />
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-2 text-sm text-soft">
          Minutes are an ordinary fitter's; they are common practice, not measured in this shop.
        </p>
      </section>
    </div>
  );
}

function Figure({ value, strong }: { value: string; strong?: boolean }) {
  return (
    <td
      className={`py-1 pr-3 text-right font-reading whitespace-nowrap ${strong ? "font-bold" : ""}`}
    >
      {value}
    </td>
  );
}

function Sum({ title, value }: { title: string; value: string }) {
  return (
    <div>
      <dt className="text-sm text-soft">{title}</dt>
      <dd className="font-reading">{value}</dd>
    </div>
  );
}
