/** How to hold the meter: beside the list on a desk, below it on a phone. */
export function ProveTips({ className }: { className: string }) {
  return (
    <ul className={`list-disc space-y-1 pl-5 text-soft ${className}`}>
      <li>Meter on the range above the expected voltage.</li>
      <li>Wiggle each connector and pull each crimp while it is lit.</li>
      <li>Key off at the end: the current must be back where it was.</li>
      <li>Amps: clamp round the wire, or the meter in place of the fuse.</li>
    </ul>
  );
}
