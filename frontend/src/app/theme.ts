export type Theme = "system" | "light" | "dark";

const KEY = "ryokan.theme";

export function storedTheme(): Theme {
  const stored = localStorage.getItem(KEY);
  return stored === "light" || stored === "dark" ? stored : "system";
}

export function applyTheme(theme: Theme): void {
  if (theme === "system") {
    localStorage.removeItem(KEY);
    delete document.documentElement.dataset.theme;
  } else {
    localStorage.setItem(KEY, theme);
    document.documentElement.dataset.theme = theme;
  }
}
