import { useQuery } from "@tanstack/react-query";
import { api, unwrap } from "../../api/client";
import { identity } from "../../api/identity";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";

/** The packet for the glovebox, page by page as it is printed. */
export function PacketSheet() {
  const { id, job } = useDesk();
  const { data } = useQuery({
    queryKey: ["packet", id, identity(job)],
    queryFn: async () => unwrap(api.GET("/api/jobs/{id}/packet", { params: { path: { id } } })),
  });
  return (
    <div className="space-y-4">
      <div className="no-print flex flex-wrap gap-3">
        <Button kind="main" className="min-h-[44px]" onClick={() => window.print()}>
          Print
        </Button>
        <a
          className="inline-flex min-h-[44px] items-center text-spruce underline"
          href={`/api/jobs/${id}/packet.pdf`}
        >
          As PDF
        </a>
        <a
          className="inline-flex min-h-[44px] items-center text-spruce underline"
          href={`/api/jobs/${id}/export?as=record-json`}
        >
          Record as JSON
        </a>
        <a
          className="inline-flex min-h-[44px] items-center text-spruce underline"
          href={`/owner/${id}`}
        >
          Page for the owner
        </a>
      </div>
      {!data && <p>Drawing the pages ...</p>}
      {data?.pages.map((page, k) => (
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
