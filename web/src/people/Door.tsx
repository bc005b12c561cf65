import type { FormEvent, ReactNode } from "react";
import { ApiError } from "../api/client";
import { Button } from "../ui/Button";

/** A form at the door: its fields, what was wrong, one button. */
export function Door({
  title,
  says,
  act,
  busy,
  error,
  submit,
  children,
}: {
  title: string;
  says?: string | undefined;
  act: string;
  busy: boolean;
  error: unknown;
  submit: () => void;
  children: ReactNode;
}) {
  const problem = error instanceof ApiError ? error.problem : undefined;
  return (
    <main className="mx-auto mt-[10vh] max-w-sm p-5">
      <p className="mb-3 text-2xl font-semibold text-spruce">
        jov<span className="text-copper">e</span>k
      </p>
      <form
        className="card space-y-4 p-5"
        onSubmit={(e: FormEvent) => {
          e.preventDefault();
          submit();
        }}
      >
        <h1 className="text-lg">{title}</h1>
        {says && <p className="text-soft">{says}</p>}
        {children}
        <Button kind="main" type="submit" className="min-h-12 w-full" disabled={busy}>
          {act}
        </Button>
        {problem && (
          <p role="alert" className="text-rust">
            {problem.title}. {problem.detail}
          </p>
        )}
      </form>
    </main>
  );
}

/** A box of the door. */
export function DoorField({
  label,
  value,
  set,
  type = "text",
  autoComplete,
}: {
  label: string;
  value: string;
  set: (value: string) => void;
  type?: "text" | "password";
  autoComplete: string;
}) {
  return (
    <label className="block">
      <span className="block text-sm text-soft">{label}</span>
      <input
        className="field min-h-12"
        type={type}
        autoComplete={autoComplete}
        required
        value={value}
        onChange={(e) => set(e.target.value)}
      />
    </label>
  );
}
