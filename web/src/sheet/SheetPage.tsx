import { getRouteApi } from "@tanstack/react-router";
import { Sheet } from "./Sheet";
import { isStage } from "./stages";

const route = getRouteApi("/jobs/$id/$stage");

/** The sheet of the job that the address names. */
export function SheetPage() {
  const { id, stage } = route.useParams();
  return <Sheet key={id} id={Number(id)} stage={isStage(stage) ? stage : "look"} />;
}
