import type { ApiError } from "../../api/client";

/** Why there is no new light: what is seen is that of before. */
export function LightFault({ error }: { error: ApiError | null }) {
  if (!error) return null;
  return (
    <p role="alert" className="card border-2 !border-rust p-3">
      {error.problem.detail} What is shown is as it was before.
    </p>
  );
}
