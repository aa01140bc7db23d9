import type { Attachment } from 'svelte/attachments';

type Field = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

/** Fields with text that was typed and not yet taken. */
const typing = new WeakSet<EventTarget>();

/**
 * Shows a value in a field, but never over what is being typed there: an answer that arrives
 * meanwhile is not shown before what is typed was taken, or the field is left as it was.
 *
 * @param _again whatever changes when the value is to be shown though it is the same as before
 */
export function shows(value: unknown, _again?: unknown): Attachment<Field> {
  return (field) => {
    const show = () => {
      if (!typing.has(field)) {
        field.value = String(value ?? '');
      }
    };
    const begin = () => typing.add(field);
    const take = () => typing.delete(field);
    const leave = () => {
      if (typing.delete(field)) {
        show();
      }
    };
    show();
    field.addEventListener('input', begin);
    field.addEventListener('change', take);
    field.addEventListener('blur', leave);
    return () => {
      field.removeEventListener('input', begin);
      field.removeEventListener('change', take);
      field.removeEventListener('blur', leave);
    };
  };
}
