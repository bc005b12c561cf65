import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Schemas, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";
import { OwnerLink } from "./OwnerLink";

type SheetKind = Schemas["SheetKind"];

/** The job on paper: which sheets, page by page as they are printed. */
export function PacketSheet() {
  const { id, job, catalog } = useDesk();
  const [sheets, setSheets] = useState<SheetKind[]>(() =>
    catalog.sheets.filter((s) => s.is_for_glovebox).map((s) => s.sheet),
  );
  const asked = sheets.join(",");
  const { data } = useQuery({
    queryKey: ["packet", id, identity(job), asked],
    enabled: sheets.length > 0,
    queryFn: async () =>
      unwrap(
        api.GET("/api/jobs/{id}/packet", { params: { path: { id }, query: { sheets: asked } } }),
      ),
  });
  const pages = sheets.length > 0 ? data?.pages : [];
  return (
    <div className="space-y-4">
      <fieldset className="no-print card p-3">
        <legend className="px-1 font-semibold">Print the job</legend>
        <div className="grid gap-x-4 sm:grid-cols-2 xl:grid-cols-3">
          {catalog.sheets.map(({ sheet, label }) => (
            <label key={sheet} className="flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                checked={sheets.includes(sheet)}
                onChange={(e) =>
                  setSheets(
                    e.target.checked ? [...sheets, sheet] : sheets.filter((s) => s !== sheet),
                  )
                }
              />
              {label}
            </label>
          ))}
        </div>
        <div className="mt-2 flex flex-wrap items-center gap-3">
          <Button
            kind="main"
            className="min-h-[44px]"
            disabled={!pages?.length}
            onClick={() => window.print()}
          >
            Print
          </Button>
          <a
            className="inline-flex min-h-[44px] items-center text-spruce underline"
            href={`/api/jobs/${id}/packet.pdf?sheets=${asked}`}
          >
            As PDF
          </a>
          <a
            className="inline-flex min-h-[44px] items-center text-spruce underline"
            href={`/api/jobs/${id}/export?as=record-json`}
          >
            Record as JSON
          </a>
          {pages && (
            <span role="status" className="text-sm text-soft">
              {pages.length === 0
                ? "Nothing chosen that this job has."
                : pages.length === 1
                  ? "1 page"
                  : `${pages.length} pages`}
            </span>
          )}
        </div>
      </fieldset>
      <OwnerLink />
      {!pages && <p>Drawing the pages ...</p>}
      {pages?.map((page, k) => (
        <img
          // Pages are told apart by their number.
          key={k}
          className="packet-page w-full max-w-3xl border border-line"
          alt={`Page ${k + 1} of the packet`}
          src={`data:image/svg+xml;utf8,${encodeURIComponent(page)}`}
        />
      ))}
    </div>
  );
}
