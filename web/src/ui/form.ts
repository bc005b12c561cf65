import { createContext, useContext } from "react";
import type { Answers, Problem } from "../api/client";

/** What fields read and change: a tree of facts, such as a job or the shop's habits. */
export interface Form {
  tree: unknown;
  edit: (change: (tree: unknown) => unknown) => void;
  problem: Problem | undefined;
  assumptions: Answers["assumptions"];
}

export const FormContext = createContext<Form | undefined>(undefined);

/** The facts that the fields are about. */
export function useForm(): Form {
  const form = useContext(FormContext);
  if (!form) throw new Error("a field outside of a form");
  return form;
}
