import { FindingsList } from "../../sheet/FindingsList";
import { StripSheet } from "./StripSheet";

/** The strip along its edges, and what a person should know of it. */
export function StripPage() {
  return (
    <>
      <StripSheet />
      <FindingsList />
    </>
  );
}
