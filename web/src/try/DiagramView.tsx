import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type ApiError, api, type Schemas, unwrap } from "../api/client";
import { identity } from "../api/identity";
import { useDesk } from "../sheet/desk";
import { Drawn } from "./Drawn";

/** The circuit diagram, live in the state that is tried. A touch on a part goes to its circuit. */
export function DiagramView({ onPart }: { onPart: (part: string) => void }) {
  const { job, tried } = useDesk();
  const { data: diagram, error } = useQuery<Schemas["Diagram"], ApiError>({
    queryKey: ["diagram", identity(job), tried],
    queryFn: async () =>
      (await unwrap(api.POST("/api/diagram", { body: { job, state: tried } }))).diagram,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  if (error) return <p role="alert">{error.problem.detail}</p>;
  if (!diagram) return <p>Drawing ...</p>;
  return (
    <div className="space-y-3">
      {diagram.pages.map((page, i) => (
        // biome-ignore lint/a11y/useSemanticElements: an SVG cannot be a fieldset
        <svg
          key={i}
          viewBox={`0 0 ${diagram.page_w} ${diagram.page_h}`}
          role="group"
          aria-label={`Circuit diagram, page ${i + 1} of ${diagram.pages.length}: ${diagram.words}`}
          className="block w-full rounded border border-line bg-panel print:break-after-page"
          fill="none"
          stroke="var(--ink)"
          strokeWidth="0.35"
          data-testid="diagram"
        >
          {page.map((item, k) => (
            <Drawn key={k} item={item} onPart={onPart} />
          ))}
        </svg>
      ))}
    </div>
  );
}
