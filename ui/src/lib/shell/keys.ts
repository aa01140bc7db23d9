/** So many layers are passed at once when Shift is held. */
export const LEAP = 10;

/** All keys of the Strata view, as the list under `?` shows them. */
export const KEYS = [
  { keys: '↑ ↓', does: 'one layer up or down; with Shift ten' },
  { keys: 'Home End', does: 'first and last layer' },
  { keys: ', .', does: 'previous and next boundary or stop' },
  { keys: 'd', does: 'divide the selected piece at the level' },
  { keys: 'p', does: 'put a stop before this layer, or take it away' },
  { keys: 's', does: 'sample at the pointer: what is printed there from the bed to the top' },
  { keys: 'f', does: 'next finding' },
  { keys: '/', does: 'what to do, or a setting, by its name; or go to a layer or height' },
  { keys: 'h', does: 'history: all edits, and the way back to each' },
  { keys: 'Ctrl Z', does: 'undo; with Shift redo' },
  { keys: '?', does: 'this list' },
] as const;

/** Whether a key press belongs to a field that is being typed in. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target;
  return (
    (target instanceof HTMLInputElement && target.type !== 'checkbox') ||
    target instanceof HTMLSelectElement ||
    target instanceof HTMLTextAreaElement
  );
}
