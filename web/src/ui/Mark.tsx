/** Shapes that go with the words of a grade or state, so that colour never stands alone. */

type Shape = "stop" | "fix" | "mind" | "done" | "open" | "blocked" | "wait";

const COLOURS: Record<Shape, string> = {
  stop: "text-rust",
  fix: "text-ochre",
  mind: "text-note",
  done: "text-spruce",
  open: "text-ochre",
  blocked: "text-rust",
  wait: "text-soft",
};

export function Mark({ shape, size = 16 }: { shape: Shape; size?: number }) {
  return (
    <svg
      aria-hidden="true"
      viewBox="0 0 16 16"
      width={size}
      height={size}
      className={`shrink-0 ${COLOURS[shape]}`}
      fill="none"
      stroke="currentColor"
      strokeWidth="2"
    >
      {(shape === "stop" || shape === "blocked") && (
        <path d="M5 1h6l4 4v6l-4 4H5l-4-4V5z" fill="currentColor" />
      )}
      {shape === "wait" && <path d="M3 8h10" />}
      {shape === "fix" && <path d="M8 2l7 12H1z" fill="currentColor" />}
      {(shape === "mind" || shape === "open") && <circle cx="8" cy="8" r="5.5" />}
      {shape === "done" && <path d="M3 8.5l3.5 3.5L13 4.5" strokeWidth="2.5" />}
    </svg>
  );
}
