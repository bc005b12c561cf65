import { createContext, useContext } from "react";
import type { Answers, Problem } from "../api/client";
import { getAt } from "../sheet/path";

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

/** What a form knows of one place. A field is drawn again only when this changes, whatever else was typed. */
export interface Place<T> {
  held: T | undefined;
  /** What is wrong with it, in words. */
  told: string | undefined;
  /** The figure that stands for it where nobody said anything. */
  assumed: number | undefined;
  edit: Form["edit"];
}

export function usePlace<T>(path: string): Place<T> {
  const { tree, edit, problem, assumptions } = useForm();
  return {
    held: getAt(tree, path) as T | undefined,
    told: problem?.faults?.find((f) => f.path === path)?.what,
    assumed: assumptions.find((a) => a.path === path)?.value ?? undefined,
    edit,
  };
}
