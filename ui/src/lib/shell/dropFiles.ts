import type { Action } from 'svelte/action';

/** Takes files that are dropped on an element; tells while they hover over it. */
export const dropFiles: Action<
  HTMLElement,
  { onFiles: (files: File[]) => void; onHover?: (hovering: boolean) => void }
> = (node, options) => {
  let current = options;
  const over = (event: DragEvent) => {
    event.preventDefault();
    current.onHover?.(true);
  };
  const leave = () => current.onHover?.(false);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    current.onHover?.(false);
    const files = [...(event.dataTransfer?.files ?? [])];
    if (files.length > 0) {
      current.onFiles(files);
    }
  };
  node.addEventListener('dragover', over);
  node.addEventListener('dragleave', leave);
  node.addEventListener('drop', drop);
  return {
    update(next) {
      current = next;
    },
    destroy() {
      node.removeEventListener('dragover', over);
      node.removeEventListener('dragleave', leave);
      node.removeEventListener('drop', drop);
    },
  };
};
