import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type ApiError, api, type Schemas, unwrap } from "../../../api/client";
import { identity } from "../../../api/identity";
import { useDesk } from "../../../sheet/desk";
import { setAt } from "../../../sheet/path";
import { Button } from "../../../ui/Button";
import { SwapForm } from "./SwapForm";
import { Verdict } from "./Verdict";

/** Bulbs that become LED: the whole circuit is judged. */
export function SwapSheet() {
  const { job, edit, catalog } = useDesk();
  const swaps = job.swaps ?? [];
  const { data, error } = useQuery<Schemas["Swapped"], ApiError>({
    queryKey: ["swap", identity(job)],
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(api.POST("/api/swap", { body: { job } })),
  });
  const add = () =>
    edit((j) =>
      setAt(j, `swaps[${swaps.length}]`, {
        ...catalog.fresh.swap,
        name: `Function ${swaps.length + 1}`,
      }),
    );
  return (
    <div className="space-y-3">
      {error && <p role="alert">{error.problem.detail}</p>}
      {data && swaps.length > 0 && (
        <p className="card border-2 !border-ochre p-3" role="note">
          {data.report.says}
        </p>
      )}
      {swaps.length === 0 && (
        <p className="card p-4">
          Bulbs that become LED in an existing fitting: say function by function what is in the
          circuit and what watches it.
        </p>
      )}
      {swaps.map((s, k) => (
        <article key={k} aria-label={s.name} className="card space-y-3 p-3">
          {data?.report.functions[k] && (
            <Verdict answer={data.report.functions[k]} path={`swaps[${k}]`} />
          )}
          <details>
            <summary className="min-h-11 cursor-pointer content-center text-soft">
              What is in the circuit
            </summary>
            <SwapForm path={`swaps[${k}]`} swap={s} bulbs={data?.bulbs ?? []} />
          </details>
        </article>
      ))}
      <Button onClick={add}>Add a function</Button>
    </div>
  );
}
