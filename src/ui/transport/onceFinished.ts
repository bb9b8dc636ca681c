/** Who pauses for so long (ms) has finished a value. */
const PAUSE = 1200;

/**
 * Runs something at once, or, while a value is being typed, when its field is left, Enter is pressed
 * or nothing has been typed for a while.
 *
 * @returns how to forget about it
 */
export const onceFinished = (run: () => void): (() => void) => {
  const field = document.activeElement;
  if (!isTyped(field)) {
    run();
    return () => undefined;
  }
  const end = () => {
    clearTimeout(timer);
    field.removeEventListener('blur', finish);
    field.removeEventListener('keydown', press);
  };
  const finish = () => {
    end();
    run();
  };
  // Enter is heard before the field has taken its value over.
  const press = (event: Event) => {
    if (event instanceof KeyboardEvent && event.key === 'Enter') setTimeout(finish);
  };
  const timer = setTimeout(finish, PAUSE);
  field.addEventListener('blur', finish);
  field.addEventListener('keydown', press);
  return end;
};

const isTyped = (element: Element | null): element is HTMLElement =>
  element instanceof HTMLTextAreaElement ||
  (element instanceof HTMLInputElement && element.inputMode !== 'none' && hasText(element));

const hasText = ({ type }: HTMLInputElement): boolean =>
  !['checkbox', 'radio', 'range', 'button', 'color', 'file'].includes(type);
