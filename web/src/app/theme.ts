const KEY = "jovek.theme";

export type Theme = "day" | "night";

export function currentTheme(): Theme {
  return document.documentElement.dataset.theme === "night" ? "night" : "day";
}

export function setTheme(theme: Theme) {
  document.documentElement.dataset.theme = theme;
  localStorage.setItem(KEY, theme);
}

export function toggleTheme() {
  setTheme(currentTheme() === "day" ? "night" : "day");
}

/** The stored theme, or the one the machine prefers. */
export function applyStoredTheme() {
  const stored = localStorage.getItem(KEY);
  const prefersDark = window.matchMedia("(prefers-color-scheme: dark)").matches;
  document.documentElement.dataset.theme = stored ?? (prefersDark ? "night" : "day");
}
