import { useQuery } from "@tanstack/react-query";
import { useParams } from "@tanstack/react-router";
import type { CSSProperties } from "react";
import { ApiError, api, type Schemas, unwrap } from "../api/client";
import { useWakeLock } from "../ui/useWakeLock";

type OnBoard = Schemas["InSeries"];

/** What a pair of eyes at the bench looks for first stands first. */
const ORDER: Schemas["SeriesStand"][] = ["in_work", "to_sign", "waiting", "signed"];

const LOOKS: Record<Schemas["SeriesStand"], string> = {
  in_work: "border-copper bg-panel",
  to_sign: "border-ochre bg-panel",
  waiting: "border-line bg-panel text-soft",
  signed: "border-spruce bg-panel",
};

/** The workshop's screen: every vehicle of a series, large enough for five metres; it moves by itself. */
export function BoardPage() {
  const { id } = useParams({ from: "/kits/$id/board" });
  useWakeLock(true);
  const { data, error } = useQuery<Schemas["SeriesView"], ApiError>({
    queryKey: ["kit", id, "series"],
    retry: false,
    queryFn: () =>
      unwrap(api.GET("/api/kits/{id}/series", { params: { path: { id: Number(id) } } })),
    // A step that somebody is at goes on without a change: its minutes do.
    refetchInterval: 60_000,
  });
  const vehicles = [...(data?.vehicles ?? [])].sort(
    (a, b) => ORDER.indexOf(a.stand) - ORDER.indexOf(b.stand),
  );
  const columns = Math.max(2, Math.ceil(Math.sqrt(vehicles.length * 1.2)));
  return (
    <main
      className="flex min-h-screen flex-col gap-[1vw] bg-ground p-[1.5vw]"
      style={{ "--columns": columns } as CSSProperties}
    >
      <header className="flex flex-wrap items-baseline justify-between gap-x-[2vw]">
        <h1 className="text-[2.2vw] max-md:text-lg">{data?.name ?? "Board"}</h1>
        <p role="status" className="text-[2.2vw] font-semibold max-md:text-lg">
          {data?.says}
        </p>
      </header>
      {error instanceof ApiError && (
        <p role="alert" className="text-rust">
          {error.problem.detail}
        </p>
      )}
      <ul className="grid flex-1 grid-cols-2 gap-[1vw] md:grid-cols-[repeat(var(--columns),minmax(0,1fr))]">
        {vehicles.map((v) => (
          <Tile key={v.job} on={v} />
        ))}
      </ul>
    </main>
  );
}

function Tile({ on }: { on: OnBoard }) {
  return (
    <li
      aria-label={`Unit ${on.unit}`}
      className={`flex min-w-0 flex-col justify-between rounded border-[0.35vw] p-[0.8vw] ${LOOKS[on.stand]}`}
    >
      <span className="flex items-baseline justify-between gap-2">
        <strong className="font-reading text-[calc(20vw/var(--columns))] leading-none max-md:text-3xl">
          {on.unit || "?"}
        </strong>
        {on.off > 0 && (
          <strong className="text-[calc(10vw/var(--columns))] text-rust max-md:text-xl">
            {on.off} off
          </strong>
        )}
        {on.stand === "signed" && (
          <svg
            viewBox="0 0 16 16"
            className="h-[calc(14vw/var(--columns))] fill-none stroke-spruce max-md:h-8"
            strokeWidth="2.5"
            aria-hidden="true"
          >
            <path d="M3 8.5l3.5 3.5L13 4.5" />
          </svg>
        )}
      </span>
      <span className="text-[calc(8.5vw/var(--columns))] font-semibold leading-tight max-md:text-lg">
        {on.stand === "in_work" ? `${on.done} of ${on.steps}` : on.says}
        {on.is_running && on.by && <span className="text-copper"> {on.by}</span>}
      </span>
      {on.stand !== "waiting" && (
        <svg
          aria-hidden="true"
          viewBox="0 0 100 6"
          preserveAspectRatio="none"
          className="h-[1vw] w-full max-md:h-2"
        >
          <rect width="100" height="6" className="fill-line" />
          <rect width={100 * on.part} height="6" className="fill-spruce" />
        </svg>
      )}
      <span className="line-clamp-2 text-[calc(5vw/var(--columns))] leading-tight max-md:text-sm">
        {on.stand !== "waiting" && on.now}
      </span>
    </li>
  );
}
