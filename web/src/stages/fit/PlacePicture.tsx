import { useDesk } from "../../sheet/desk";

/** The vehicle from above, front on the left, with the place of a step. */
export function PlacePicture({ place }: { place: string }) {
  const { answers } = useDesk();
  const route = answers.route;
  const at = route?.places.find((p) => p.id === place);
  if (!route || !at) return null;
  const { length_m, width_m } = route;
  const y = width_m / 2 - at.left_m;
  return (
    <svg
      role="img"
      aria-label={`${at.name}, seen from above`}
      viewBox={`-0.3 -0.3 ${length_m + 0.6} ${width_m + 0.6}`}
      className="max-h-28 w-full max-w-md"
    >
      <rect
        width={length_m}
        height={width_m}
        rx="0.25"
        fill="none"
        stroke="var(--line)"
        strokeWidth="0.06"
      />
      <path
        d={`M0.15 ${width_m / 2 - 0.3}L-0.1 ${width_m / 2}L0.15 ${width_m / 2 + 0.3}`}
        fill="none"
        stroke="var(--soft)"
        strokeWidth="0.06"
      />
      {route.places.map((p) => (
        <circle key={p.id} cx={p.along_m} cy={width_m / 2 - p.left_m} r="0.05" fill="var(--soft)" />
      ))}
      <circle
        cx={at.along_m}
        cy={y}
        r="0.2"
        fill="none"
        stroke="var(--copper)"
        strokeWidth="0.08"
      />
      <circle cx={at.along_m} cy={y} r="0.08" fill="var(--copper)" />
    </svg>
  );
}
