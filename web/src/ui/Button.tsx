import type { ComponentProps } from "react";

type Kind = "main" | "plain" | "quiet";

const LOOKS: Record<Kind, string> = {
  main: "bg-spruce text-on-spruce border-spruce",
  plain: "border-spruce text-spruce",
  quiet: "border-transparent text-spruce underline underline-offset-2",
};

export function Button({
  kind = "plain",
  className = "",
  ...rest
}: ComponentProps<"button"> & { kind?: Kind }) {
  return (
    <button
      type="button"
      className={`min-h-9 rounded border px-3 font-semibold disabled:opacity-60 ${LOOKS[kind]} ${className}`}
      {...rest}
    />
  );
}
