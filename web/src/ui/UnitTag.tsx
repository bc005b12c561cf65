/** The unit number as it hangs on the key. */
export function UnitTag({ unit, className = "" }: { unit: string; className?: string }) {
  return (
    <span
      className={`bg-head px-4 py-1 font-semibold text-on-head [clip-path:polygon(14%_0,100%_0,100%_100%,14%_100%,0_50%)] ${className}`}
    >
      {unit}
    </span>
  );
}
