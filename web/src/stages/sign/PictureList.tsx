import { type ReactNode, useEffect, useState } from "react";
import { usePictures } from "./usePictures";

/** Pictures of a job, of one step or place where that is named, and the way to add one. */
export function PictureList({ id, shows }: { id: number; shows: string }) {
  const held = usePictures(id);
  return (
    <div className="space-y-2">
      <PictureRow {...held} shows={shows} />
      <TakePicture shows={shows} add={held.add}>
        Add a picture
      </TakePicture>
    </div>
  );
}

/** Pictures side by side, those that wait for a connection among them. */
export function PictureRow({
  pictures,
  waiting,
  fault,
  shows,
}: ReturnType<typeof usePictures> & { shows: string }) {
  const isShown = (p: { shows: string }) => !shows || p.shows === shows;
  return (
    <>
      <ul className="flex flex-wrap gap-3 empty:hidden">
        {pictures.filter(isShown).map((p) => (
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
        {waiting.filter(isShown).map((p, k) => (
          // What waits has no id yet: its place in the list is what it is.
          <li key={`waits ${k}`} className="w-40">
            <Waits file={p.file} name={p.name} />
            <p className="text-xs text-ochre">waits for a connection</p>
          </li>
        ))}
      </ul>
      {fault && (
        <p role="alert" className="text-rust">
          {fault}
        </p>
      )}
    </>
  );
}

/** The camera of a phone, or a file. */
export function TakePicture({
  shows,
  add,
  children,
  className = "",
}: {
  shows: string;
  add: (file: File, shows: string) => Promise<void>;
  children: ReactNode;
  className?: string;
}) {
  return (
    <label
      className={`inline-flex min-h-[44px] cursor-pointer items-center justify-center rounded border border-spruce px-3 font-semibold text-spruce focus-within:outline-2 focus-within:outline-spruce ${className}`}
    >
      {children}
      <input
        type="file"
        accept="image/jpeg,image/png"
        className="sr-only"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) add(file, shows);
          e.target.value = "";
        }}
      />
    </label>
  );
}

function Waits({ file, name }: { file: Blob; name: string }) {
  const [src, setSrc] = useState<string>();
  useEffect(() => {
    const url = URL.createObjectURL(file);
    setSrc(url);
    return () => URL.revokeObjectURL(url);
  }, [file]);
  return (
    <img
      src={src}
      alt={name || "picture"}
      className="h-28 w-40 rounded border border-line object-cover"
    />
  );
}
