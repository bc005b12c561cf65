import { CircuitBoard } from "./CircuitBoard";
import { useDesk } from "./desk";
import { FindingsList } from "./FindingsList";

/** The circuits as they are planned, and what a person should know of them. */
export function CircuitsPage() {
  const { answers } = useDesk();
  return (
    <>
      <CircuitBoard answers={answers} />
      <FindingsList />
    </>
  );
}
