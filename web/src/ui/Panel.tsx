import type { ReactNode } from "react";

export function Panel({
  title,
  says,
  children,
}: {
  title: string;
  says: string;
  children: ReactNode;
}) {
  return (
    <section className="facts space-y-4">
      <div>
        <h2 className="text-base">{title}</h2>
        <p className="text-soft">{says}</p>
      </div>
      {children}
    </section>
  );
}

export function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="space-y-2 border-t border-line pt-2">
      <legend className="pr-2 text-sm font-semibold">{title}</legend>
      {children}
    </fieldset>
  );
}
