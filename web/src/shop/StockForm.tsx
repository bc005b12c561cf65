import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { Button } from "../ui/Button";
import { Group } from "../ui/Panel";

const KEY = ["stock"];

/** What is on the shelf and what it costs: lists are read from CSV, and the shelf is written as one. */
export function StockForm() {
  const queries = useQueryClient();
  const held = useQuery({ queryKey: KEY, queryFn: () => unwrap(api.GET("/api/stock")) });
  const [text, setText] = useState("");
  const read = useMutation({
    mutationFn: (list: string) => unwrap(api.POST("/api/stock/read", { body: { text: list } })),
  });
  const keep = (shelf: Schemas["Shelf"]) => {
    queries.setQueryData(KEY, shelf);
    queries.removeQueries({ queryKey: ["estimate"] });
  };
  const take = useMutation({
    mutationFn: (lines: Schemas["StockLine"][]) =>
      unwrap(api.POST("/api/stock", { body: { lines } })),
    onSuccess: (shelf) => {
      keep(shelf);
      read.reset();
      setText("");
    },
  });
  const clear = useMutation({
    mutationFn: () => unwrap(api.DELETE("/api/stock")),
    onSuccess: keep,
  });
  const lines = held.data?.lines ?? [];
  const problem = [read.error, take.error, clear.error].find((e) => e instanceof ApiError);
  return (
    <Group title="Stock and prices">
      <p className="text-sm text-soft">
        A list with the columns part, held, price. Parts are called as in the parts list of a job;
        prices are in the shop's own money.
      </p>
      <label className="block text-sm text-soft">
        Read a list from a file
        <input
          type="file"
          accept=".csv,text/csv,text/plain"
          className="field text-ink"
          onChange={async (e) => {
            const file = e.target.files?.[0];
            if (!file) return;
            const found = await file.text();
            setText(found);
            read.mutate(found);
          }}
        />
      </label>
      <label className="block text-sm text-soft">
        or paste it
        <textarea
          className="field h-28 font-reading text-xs text-ink"
          value={text}
          spellCheck={false}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      <Button disabled={!text.trim()} onClick={() => read.mutate(text)}>
        Read the list
      </Button>
      {problem instanceof ApiError && (
        <p role="alert" className="text-rust">
          {problem.problem.detail}
        </p>
      )}
      {read.data && (
        <section aria-label="The list as read" className="card space-y-2 p-3">
          {read.data.bad.length > 0 && (
            <div role="alert">
              <p className="font-semibold">
                {read.data.bad.length} {read.data.bad.length === 1 ? "row" : "rows"} cannot be taken
              </p>
              <ul className="mt-1 space-y-1 text-sm">
                {read.data.bad.map((b) => (
                  <li key={b.line}>
                    <span className="font-reading">line {b.line}</span>: {b.text}
                    <span className="block pl-4 text-rust">{b.why}</span>
                  </li>
                ))}
              </ul>
            </div>
          )}
          <div className="flex flex-wrap gap-3">
            <Button
              disabled={read.data.good.length === 0}
              onClick={() => take.mutate(read.data.good)}
            >
              Take the {read.data.good.length} good {read.data.good.length === 1 ? "row" : "rows"}
            </Button>
            <Button kind="quiet" onClick={() => read.reset()}>
              Discard
            </Button>
          </div>
        </section>
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
                <td className="py-1 pr-3 text-right font-reading">{l.held}</td>
                <td className="py-1 text-right font-reading">{l.price?.toFixed(2) ?? ""}</td>
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
