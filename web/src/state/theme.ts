/** Light or dark: as the system says until a person chooses. */
const key = "zesty-theme";
export type Theme = "light" | "dark";

export const themeNow = (): Theme => {
  const kept = localStorage.getItem(key);
  if (kept === "light" || kept === "dark") return kept;
  return matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light";
};

export function applyTheme(theme: Theme): void {
  document.documentElement.dataset.theme = theme;
}

export function switchTheme(): Theme {
  const next = themeNow() === "dark" ? "light" : "dark";
  localStorage.setItem(key, next);
  applyTheme(next);
  return next;
}
