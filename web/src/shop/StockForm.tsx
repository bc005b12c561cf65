import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Button } from "../ui/Button";
import { ListReader } from "../ui/ListReader";
import { Group } from "../ui/Panel";

const KEY = ["stock"];

/** What is on the shelf and what it costs: lists are read from CSV, and the shelf is written as one. */
export function StockForm() {
  const queries = useQueryClient();
  const held = useQuery({ queryKey: KEY, queryFn: () => unwrap(api.GET("/api/stock")) });
  const keep = (shelf: Schemas["Shelf"]) => {
    queries.setQueryData(KEY, shelf);
    queries.removeQueries({ queryKey: ["estimate"] });
  };
  const clear = useMutation({
    mutationFn: () => unwrap(api.DELETE("/api/stock")),
    onSuccess: keep,
  });
  const lines = held.data?.lines ?? [];
  const problem = clear.error instanceof ApiError ? clear.error : undefined;
  return (
    <Group title="Stock and prices">
      <p className="text-sm text-soft">
        A list with the columns part, held, price, unit. Parts are called as in the parts list of a
        job; prices are in the shop's own money. The unit is ft for wire counted and paid by the
        foot; without one, metres and pieces count.
      </p>
      <ListReader<Schemas["StockLine"]>
        read={(text) => unwrap(api.POST("/api/stock/read", { body: { text } }))}
        take={async (good) => keep(await unwrap(api.POST("/api/stock", { body: { lines: good } })))}
      />
      {problem && (
        <p role="alert" className="text-rust">
          {problem.problem.detail}
        </p>
      )}
      <details open={lines.length > 0 && lines.length < 40}>
        <summary>
          {lines.length} {lines.length === 1 ? "part" : "parts"} on the list
        </summary>
        <table className="mt-2 w-full text-left text-sm">
          <thead className="text-soft">
            <tr>
              <th className="py-1 pr-3 font-normal">Part</th>
              <th className="py-1 pr-3 text-right font-normal">Held</th>
              <th className="py-1 text-right font-normal">Price</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((l) => (
              <tr key={l.part} className="border-t border-line">
                <td className="py-1 pr-3">{l.part}</td>
                <td className="py-1 pr-3 text-right font-reading">
                  {l.held}
                  {l.unit === "foot" && " ft"}
                </td>
                <td className="py-1 text-right font-reading">
                  {l.price?.toFixed(2) ?? ""}
                  {l.price != null && l.unit === "foot" && " / ft"}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
      {lines.length > 0 && (
        <div className="flex gap-4">
          <a className="self-center text-spruce underline" href="/api/stock/csv">
            Download CSV
          </a>
          <Button kind="quiet" onClick={() => clear.mutate()}>
            Empty the list
          </Button>
        </div>
      )}
    </Group>
  );
}
