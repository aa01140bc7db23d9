/** Light or dark; the choice is kept in the browser. */
export type Mode = 'light' | 'dark';

const KEY = 'stratonomy-mode';

export function currentMode(): Mode {
  return localStorage.getItem(KEY) === 'dark' ? 'dark' : 'light';
}

export function applyTheme(): void {
  document.documentElement.dataset.mode = currentMode();
}

export function toggleMode(): Mode {
  const next = currentMode() === 'dark' ? 'light' : 'dark';
  localStorage.setItem(KEY, next);
  applyTheme();
  return next;
}
