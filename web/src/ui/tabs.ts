/** Looks of a tab. */
export const TAB =
  "min-h-11 -outline-offset-4 whitespace-nowrap px-4 font-semibold text-soft data-[state=active]:border-b-2 data-[state=active]:border-spruce data-[state=active]:text-ink";
