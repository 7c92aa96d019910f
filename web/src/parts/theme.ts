import { DARK_CURVES } from "@nail-down/core/graph/palette";

export type Theme = "light" | "dark";

const KEY = "theme";

/** The theme chosen before, else what the system prefers. */
export function currentTheme(): Theme {
  const kept = localStorage.getItem(KEY);
  if (kept === "light" || kept === "dark") return kept;
  return matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light";
}

export function applyTheme(theme: Theme = currentTheme()): void {
  document.documentElement.dataset["theme"] = theme;
  for (const [name, colour] of DARK_CURVES) {
    if (theme === "dark") document.documentElement.style.setProperty(name, colour);
    else document.documentElement.style.removeProperty(name);
  }
}

export function chooseTheme(theme: Theme): void {
  localStorage.setItem(KEY, theme);
  applyTheme(theme);
}
