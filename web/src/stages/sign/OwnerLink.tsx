import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, type Schemas, unwrap } from "../../api/client";
import { useDesk } from "../../sheet/desk";
import { Button } from "../../ui/Button";

/** The page for whoever drives the vehicle: its link, made, renewed and taken back. */
export function OwnerLink() {
  const { id } = useDesk();
  const client = useQueryClient();
  const queryKey = ["owner-link", id];
  const at = { params: { path: { id } } };
  const { data } = useQuery({
    queryKey,
    queryFn: async () => unwrap(api.GET("/api/jobs/{id}/owner-link", at)),
  });
  const show = (view: Schemas["OwnerLinkView"]) => {
    client.setQueryData(queryKey, view);
    // The code on the packet leads there.
    client.invalidateQueries({ queryKey: ["packet", id] });
  };
  const renew = useMutation({
    mutationFn: async () => unwrap(api.POST("/api/jobs/{id}/owner-link", at)),
    onSuccess: show,
  });
  const withdraw = useMutation({
    mutationFn: async () => unwrap(api.DELETE("/api/jobs/{id}/owner-link", at)),
    onSuccess: show,
  });
  const link = data?.link;
  const refused = renew.error ?? withdraw.error;
  return (
    <fieldset className="no-print card p-3">
      <legend className="px-1 font-semibold">Page for the owner</legend>
      <div className="flex flex-wrap items-center gap-3">
        {link ? (
          <>
            <a
              className="inline-flex min-h-[44px] items-center text-spruce underline"
              href={link.path}
            >
              Open the owner's page
            </a>
            <span className="text-soft">
              By link or the code on the packet, until {link.until.slice(0, 10)}
            </span>
            <Button className="min-h-[44px]" onClick={() => renew.mutate()}>
              New link
            </Button>
            <Button className="min-h-[44px]" onClick={() => withdraw.mutate()}>
              Take the link back
            </Button>
          </>
        ) : (
          <>
            <span className="text-soft">
              No link. Whoever has one reads switches, fuses and cautions, and nothing else.
            </span>
            <Button className="min-h-[44px]" disabled={!data} onClick={() => renew.mutate()}>
              Make the link
            </Button>
          </>
        )}
      </div>
      {refused && (
        <p role="alert" className="mt-2 text-rust">
          {refused.message}
        </p>
      )}
    </fieldset>
  );
}
