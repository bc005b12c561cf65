// Finds what a person would find: a visible control by the words that name it.
// arguments: kind ("field", "press", "text"), name, index
const [kind, name, index] = arguments;
const shown = (e) => e.getClientRects().length > 0 && !e.closest("[aria-hidden=true]");
const tidy = (s) => (s ?? "").replace(/\s+/g, " ").trim();
const nameOf = (e) => {
  const label = e.getAttribute("aria-label");
  if (label) return [tidy(label)];
  const names = [...(e.labels ?? [])].map((l) => {
    const copy = l.cloneNode(true);
    for (const inner of copy.querySelectorAll("select, input, [aria-hidden=true], i, .italic")) inner.remove();
    return tidy(copy.textContent);
  });
  return kind === "press" ? [tidy(e.innerText), tidy(e.textContent), ...names] : names;
};
const SELECTORS = {
  field: "input, select, textarea",
  press: "button, a[href], [role=button], [role=radio], [role=option], [role=menuitem], [role=tab], [role=switch], summary, label:has(input[type=radio])",
};
const all = [...document.querySelectorAll(SELECTORS[kind])].filter(shown).map((element) => [element, nameOf(element)]);
const exact = all.filter(([, names]) => names.includes(name));
const starts = all.filter(([, names]) => names.some((n) => n.startsWith(name)));
return (exact.length ? exact : starts)[index]?.[0] ?? null;
