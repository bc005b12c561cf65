import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiError, api, type Schemas, unwrap } from "../../api/client";

/** Pictures of a job, of one step or place where that is named, and the way to add one. */
export function PictureList({ id, shows }: { id: number; shows: string }) {
  const queries = useQueryClient();
  const [fault, setFault] = useState<string>();
  const { data } = useQuery({
    queryKey: ["pictures", id],
    retry: false,
    queryFn: async () => unwrap(api.GET("/api/jobs/{id}/pictures", { params: { path: { id } } })),
  });
  const add = async (file: File) => {
    try {
      const list = await unwrap<Schemas["PictureRow"][]>(
        api.POST("/api/jobs/{id}/pictures", {
          params: { path: { id }, query: { shows, name: file.name } },
          body: file as unknown as number[],
          bodySerializer: (body) => body as unknown as Blob,
          headers: { "Content-Type": "application/octet-stream" },
        }),
      );
      queries.setQueryData(["pictures", id], list);
      setFault(undefined);
    } catch (e) {
      setFault(e instanceof ApiError ? e.problem.detail : "The picture was not saved.");
    }
  };
  const shown = (data ?? []).filter((p) => !shows || p.shows === shows);
  return (
    <div className="space-y-2">
      <ul className="flex flex-wrap gap-3">
        {shown.map((p) => (
          <li key={p.id} className="w-40">
            <a href={`/api/pictures/${p.id}`} target="_blank" rel="noreferrer">
              <img
                src={`/api/pictures/${p.id}`}
                alt={p.name || "picture"}
                className="h-28 w-40 rounded border border-line object-cover"
              />
            </a>
            <p className="text-xs text-soft">
              {p.shows && `${p.shows}, `}
              {p.at.slice(0, 10)}, {p.who}
            </p>
          </li>
        ))}
      </ul>
      <label className="inline-block">
        <span className="block text-sm text-soft">Add a picture</span>
        <input
          type="file"
          accept="image/jpeg,image/png"
          className="block min-h-[44px]"
          onChange={(e) => {
            const file = e.target.files?.[0];
            if (file) add(file);
            e.target.value = "";
          }}
        />
      </label>
      {fault && (
        <p role="alert" className="text-rust">
          {fault}
        </p>
      )}
    </div>
  );
}
