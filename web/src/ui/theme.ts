export type Theme = "linen" | "night";

const KEY = "wexa.theme";

/** The chosen theme, or what the system prefers. */
export function storedTheme(): Theme {
  const chosen = localStorage.getItem(KEY);
  if (chosen === "linen" || chosen === "night") {
    return chosen;
  }
  return window.matchMedia("(prefers-color-scheme: dark)").matches ? "night" : "linen";
}

export function applyTheme(theme: Theme) {
  document.documentElement.dataset.theme = theme;
}

export function chooseTheme(theme: Theme) {
  localStorage.setItem(KEY, theme);
  applyTheme(theme);
}
