import { getRouteApi } from "@tanstack/react-router";
import { Sheet } from "./Sheet";
import { stageParts } from "./stageParts";
import { isStage } from "./stages";

const route = getRouteApi("/jobs/$id/$stage");

/** The sheet of the job that the address names. */
export function SheetPage() {
  const { id, stage } = route.useParams();
  const { page } = route.useSearch();
  return <Sheet key={id} id={Number(id)} stage={isStage(stage) ? stage : "look"} page={page} />;
}

/** Has the stage that the address names on its way. */
export function fetchStage(stage: string) {
  if (isStage(stage)) stageParts(stage);
}
