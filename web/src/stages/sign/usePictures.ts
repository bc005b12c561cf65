import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { ApiError, api, isUnreachable, type Schemas, unwrap } from "../../api/client";
import { keep, kept } from "../../api/kept";

/** A picture that was taken without a connection. */
interface Waiting {
  shows: string;
  name: string;
  file: Blob;
}

const AGAIN_MS = 4000;

function key(id: number): string {
  return `pictures ${id}`;
}

async function send(id: number, { shows, name, file }: Waiting) {
  return unwrap<Schemas["PictureRow"][]>(
    api.POST("/api/jobs/{id}/pictures", {
      params: { path: { id }, query: { shows, name } },
      body: file as unknown as number[],
      bodySerializer: (body) => body as unknown as Blob,
      headers: { "Content-Type": "application/octet-stream" },
    }),
  );
}

/** Pictures of a job, those that wait for a connection, and the way to add one. */
export function usePictures(id: number) {
  const queries = useQueryClient();
  const [waiting, setWaiting] = useState<Waiting[]>([]);
  const [fault, setFault] = useState<string>();
  const { data } = useQuery({
    queryKey: ["pictures", id],
    retry: false,
    queryFn: () => unwrap(api.GET("/api/jobs/{id}/pictures", { params: { path: { id } } })),
  });
  const took = useCallback(
    (list: Schemas["PictureRow"][]) => queries.setQueryData(["pictures", id], list),
    [id, queries],
  );
  const said = useCallback(
    (e: unknown) =>
      setFault(e instanceof ApiError ? e.problem.detail : "The picture was not saved."),
    [],
  );
  useEffect(() => {
    kept<Waiting[]>(key(id)).then((held) => setWaiting(held?.data ?? []));
  }, [id]);
  const isWaiting = waiting.length > 0;
  useEffect(() => {
    if (!isWaiting) return;
    const again = async () => {
      const [next, ...rest] = (await kept<Waiting[]>(key(id)))?.data ?? [];
      if (!next) return setWaiting([]);
      try {
        took(await send(id, next));
      } catch (e) {
        if (isUnreachable(e)) return;
        said(e);
      }
      keep(key(id), rest);
      setWaiting(rest);
    };
    const timer = window.setInterval(again, AGAIN_MS);
    return () => window.clearInterval(timer);
  }, [id, isWaiting, said, took]);
  const add = async (file: File, shows: string) => {
    const picture = { shows, name: file.name, file };
    try {
      took(await send(id, picture));
      setFault(undefined);
    } catch (e) {
      if (!isUnreachable(e)) return said(e);
      const held = [...((await kept<Waiting[]>(key(id)))?.data ?? []), picture];
      keep(key(id), held);
      setWaiting(held);
    }
  };
  return { pictures: data ?? [], waiting, fault, add };
}
