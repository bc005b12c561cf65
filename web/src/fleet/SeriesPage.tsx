import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { type ApiError, api, type Schemas, unwrap } from "../api/client";
import { Button } from "../ui/Button";
import { Mark } from "../ui/Mark";
import { TabbedPages } from "../ui/TabbedPages";
import { UnitTag } from "../ui/UnitTag";
import { FleetPage } from "./FleetPage";
import { LearningCurve } from "./LearningCurve";
import { STANDS } from "./stands";

type Parts = Schemas["SeriesParts"];
type Series = Schemas["SeriesView"];

/** A kit's vehicles as a series: how far they are, what is still bought, wire that is cut for all of them. */
export function SeriesPage() {
  const { id } = useParams({ from: "/kits/$id/series" });
  const [shown, setShown] = useState<string>();
  const path = { params: { path: { id: Number(id) } } };
  const { data, error } = useQuery<Series, ApiError>({
    queryKey: ["kit", id, "series"],
    retry: false,
    queryFn: () => unwrap(api.GET("/api/kits/{id}/series", path)),
  });
  const parts = useQuery<Parts, ApiError>({
    queryKey: ["kit", id, "parts"],
    retry: false,
    queryFn: () => unwrap(api.GET("/api/kits/{id}/parts", path)),
  });
  const waiting = error || parts.error ? null : <p className="text-soft">Working it out ...</p>;
  return (
    <FleetPage
      title={data?.name ?? "Series"}
      back={{ to: "/kits", label: "All kits" }}
      faults={[error, parts.error]}
    >
      {data && (
        <p className="flex flex-wrap items-center gap-x-4">
          <strong role="status">{data.says}</strong>
          <Link
            to="/kits/$id/board"
            params={{ id }}
            className="inline-flex min-h-11 items-center text-spruce underline"
          >
            Board for the workshop
          </Link>
          <Link
            to="/kits/$id"
            params={{ id }}
            className="inline-flex min-h-11 items-center text-spruce underline"
          >
            The kit and its differences
          </Link>
          <Link
            to="/bays"
            search={{ kit: Number(id) }}
            className="inline-flex min-h-11 items-center text-spruce underline"
          >
            Plan its bays
          </Link>
        </p>
      )}
      <TabbedPages
        label="Series"
        shown={shown}
        show={setShown}
        pages={[
          { title: "How far", content: data ? <HowFar series={data} /> : waiting },
          {
            title: "To buy",
            content: parts.data ? <ToBuy id={Number(id)} parts={parts.data} /> : waiting,
          },
          {
            title: "Wire",
            content: parts.data ? <Wire id={Number(id)} parts={parts.data} /> : waiting,
          },
        ]}
      />
    </FleetPage>
  );
}

function HowFar({ series }: { series: Series }) {
  return (
    <>
      <section aria-label="Vehicles" className="card overflow-x-auto p-3">
        <table className="w-full">
          <thead className="text-left text-sm text-soft">
            <tr>
              <th scope="col" className="font-normal">
                Unit
              </th>
              <th scope="col" className="font-normal">
                How far
              </th>
              <th scope="col" className="font-normal">
                Now or next
              </th>
              <th scope="col" className="font-normal">
                Who
              </th>
            </tr>
          </thead>
          <tbody>
            {series.vehicles.map((v) => (
              <tr key={v.job} className="border-t border-line">
                <th scope="row" className="py-1 pr-3 text-left">
                  <Link to="/jobs/$id/$stage" params={{ id: String(v.job), stage: "fit" }}>
                    <UnitTag unit={v.unit || "?"} />
                  </Link>
                </th>
                <td className="py-1 pr-3">
                  <span className="flex items-center gap-2">
                    <Mark shape={STANDS[v.stand]} />
                    {v.says}
                    {v.off > 0 && <strong className="text-rust">{v.off} off</strong>}
                  </span>
                  <Bar part={v.part} />
                </td>
                <td className="py-1 pr-3 text-sm">{v.now}</td>
                <td className="py-1 text-sm">{v.by}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section aria-label="Learning curve" className="card space-y-2 p-3">
        <h2 className="text-base">Learning curve</h2>
        <p>{series.curve_text}</p>
        {series.curve && <LearningCurve timed={series.timed} expected={series.expected} />}
      </section>
    </>
  );
}

/** What is done of the planned minutes; the words beside it say the same. */
function Bar({ part }: { part: number }) {
  return (
    <svg aria-hidden="true" viewBox="0 0 100 4" preserveAspectRatio="none" className="h-1.5 w-40">
      <rect width="100" height="4" className="fill-line" />
      <rect width={100 * part} height="4" className="fill-spruce" />
    </svg>
  );
}

/** Vehicles that have not taken the newest issue: their parts may be the wrong ones. */
function Behind({ parts }: { parts: Parts }) {
  if (!parts.behind_text) return null;
  return (
    <p role="note" className="flex gap-2 rounded border-2 border-ochre p-3">
      <Mark shape="fix" size={20} /> {parts.behind_text}
    </p>
  );
}

function ToBuy({ id, parts }: { id: number; parts: Parts }) {
  const queries = useQueryClient();
  const keep = useMutation({
    mutationFn: (is_kept: boolean) =>
      unwrap(api.PUT("/api/kits/{id}/kept-parts", { params: { path: { id } }, body: { is_kept } })),
    onSuccess: (next) => {
      queries.setQueryData(["kit", String(id), "parts"], next);
      queries.invalidateQueries({ queryKey: ["estimate"] });
    },
  });
  const { purchase } = parts;
  const bought = purchase.lines.filter((l) => l.to_buy > 0);
  return (
    <section aria-label="Parts to buy" className="card space-y-3 overflow-x-auto p-3">
      <Behind parts={parts} />
      <p>
        For the {parts.vehicles} {parts.vehicles === 1 ? "vehicle" : "vehicles"} whose harness is
        not cut yet: <strong>{bought.length}</strong> of {purchase.lines.length} parts to buy
        {purchase.cost > 0 && (
          <>
            , <strong className="font-reading">{purchase.cost.toFixed(2)}</strong>
          </>
        )}
        {purchase.unpriced > 0 && ` and ${purchase.unpriced} without a price`}.
      </p>
      <p className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <a
          href={`/api/kits/${id}/series.csv?list=purchase`}
          className="inline-flex min-h-11 items-center text-spruce underline"
        >
          As CSV
        </a>
        <Button disabled={keep.isPending} onClick={() => keep.mutate(true)}>
          Keep for them what the shelf holds
        </Button>
        {parts.kept_parts > 0 && (
          <>
            <span className="text-sm text-soft">{parts.kept_parts} parts are kept for them.</span>
            <Button kind="quiet" onClick={() => keep.mutate(false)}>
              Give them free
            </Button>
          </>
        )}
      </p>
      {keep.error && (
        <p role="alert" className="text-rust">
          {(keep.error as ApiError).problem?.detail ?? "Not kept: no connection."}
        </p>
      )}
      <table className="w-full">
        <thead className="text-sm text-soft">
          <tr>
            <th scope="col" className="text-left font-normal">
              Part
            </th>
            <th scope="col" className="text-right font-normal">
              Needed
            </th>
            <th scope="col" className="text-right font-normal">
              On the shelf
            </th>
            <th scope="col" className="text-right font-normal">
              To buy
            </th>
            <th scope="col" className="text-right font-normal">
              Cost
            </th>
          </tr>
        </thead>
        <tbody>
          {purchase.lines.map((l, i) => (
            <tr key={`${l.group} ${l.part}`} className="border-t border-line align-bottom">
              <th scope="row" className="py-1 text-left font-normal">
                {l.group !== purchase.lines[i - 1]?.group && (
                  <span className="block text-xs text-soft">{l.group}</span>
                )}
                {l.part}
                {l.reels_text && <span className="block text-xs text-soft">{l.reels_text}</span>}
              </th>
              <td className="py-1 text-right font-reading">{l.needed_text}</td>
              <td className="py-1 text-right font-reading">
                {l.held_text}
                {l.reserved_text && (
                  <span className="block font-sans text-xs text-soft">
                    {l.reserved_text} kept for others
                  </span>
                )}
              </td>
              <td className="py-1 text-right font-reading font-semibold">
                {l.to_buy_text || <span className="font-sans font-normal text-soft">none</span>}
              </td>
              <td className="py-1 text-right font-reading">
                {l.to_buy > 0 && (l.cost?.toFixed(2) ?? "?")}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Wire({ id, parts }: { id: number; parts: Parts }) {
  return (
    <>
      <Behind parts={parts} />
      <section aria-label="Harnesses that are the same" className="card space-y-2 p-3">
        <h2 className="text-base">Harnesses that are the same</h2>
        {parts.alike.length === 0 && <p>Nothing is left to cut.</p>}
        <ul>
          {parts.alike.map((a) => (
            <li key={a.units.join()} className="border-t border-line py-1">
              <strong>{a.says}</strong>, {a.pieces} pieces each: {a.units.join(", ")}
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="Pieces to cut" className="card space-y-2 overflow-x-auto p-3">
        <p className="flex flex-wrap items-center gap-x-4">
          <span>One line is one setting of the cutter.</span>
          <a
            href={`/api/kits/${id}/series.csv?list=pieces`}
            className="inline-flex min-h-11 items-center text-spruce underline"
          >
            Pieces as CSV
          </a>
          <a
            href={`/api/kits/${id}/series.csv?list=labels`}
            className="inline-flex min-h-11 items-center text-spruce underline"
          >
            Labels as CSV
          </a>
        </p>
        <table className="w-full">
          <thead className="text-left text-sm text-soft">
            <tr>
              <th scope="col" className="font-normal">
                Wire
              </th>
              <th scope="col" className="text-right font-normal">
                Length
              </th>
              <th scope="col" className="text-right font-normal">
                Pieces
              </th>
              <th scope="col" className="pl-4 font-normal">
                Ends
              </th>
            </tr>
          </thead>
          <tbody>
            {parts.pieces.map((p, i) => (
              <tr
                key={`${p.wire} ${p.length_m} ${p.ends}`}
                className="border-t border-line align-top"
              >
                <th scope="row" className="py-1 text-left font-normal">
                  {p.wire !== parts.pieces[i - 1]?.wire && p.wire}
                </th>
                <td className="py-1 text-right font-reading">{p.length_text}</td>
                <td className="py-1 text-right font-reading">{p.count}</td>
                <td className="py-1 pl-4 text-sm">
                  {p.ends}
                  <details>
                    <summary className="cursor-pointer text-xs text-soft">Labels</summary>
                    <span className="font-reading text-xs">{p.labels.join(" ")}</span>
                  </details>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </>
  );
}
