import { useMutation, useQueryClient } from "@tanstack/react-query";
import { DropdownMenu } from "radix-ui";
import { ApiError, api, type Schemas, unwrap } from "../api/client";

type Row = Schemas["YardRow"];
type Move = "aside" | "back" | "delete";

const ITEM = "min-h-11 cursor-pointer content-center rounded px-3 data-[highlighted]:bg-ground";

function moved(id: number, move: Move) {
  const params = { params: { path: { id } } };
  switch (move) {
    case "aside":
      return unwrap(api.POST("/api/jobs/{id}/aside", params));
    case "back":
      return unwrap(api.POST("/api/jobs/{id}/back", params));
    case "delete":
      return unwrap(api.DELETE("/api/jobs/{id}", params));
  }
}

/** What can be done with a job as a whole: out of the way, gone, back again. */
export function RowMenu({ row, failed }: { row: Row; failed: (why: string) => void }) {
  const queries = useQueryClient();
  const move = useMutation({
    mutationFn: (to: Move) => moved(row.id, to),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["jobs"] }),
    onError: (e) => failed(e instanceof ApiError ? e.problem.detail : "It stays where it is."),
  });
  const name = `${row.unit || "no unit"} ${row.title}`.trim();
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`More for ${name}`}
        className="min-h-11 min-w-11 rounded border border-line text-lg"
      >
        ⋯
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-20 rounded border border-line bg-panel p-1 shadow-lg"
        >
          {row.place !== "in_yard" && (
            <DropdownMenu.Item className={ITEM} onSelect={() => move.mutate("back")}>
              Bring back into the yard
            </DropdownMenu.Item>
          )}
          {row.place === "in_yard" && (
            <DropdownMenu.Item className={ITEM} onSelect={() => move.mutate("aside")}>
              Put aside
            </DropdownMenu.Item>
          )}
          {row.unreadable && (
            <DropdownMenu.Item className={ITEM} asChild>
              <a href={`/api/jobs/${row.id}/stored`} download>
                Download its stored text
              </a>
            </DropdownMenu.Item>
          )}
          {row.place !== "deleted" && (
            <DropdownMenu.Item className={ITEM} onSelect={() => move.mutate("delete")}>
              Delete, kept 30 days
            </DropdownMenu.Item>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
