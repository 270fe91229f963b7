const typed =
  'input:not([type="range"], [type="checkbox"], [type="radio"]), textarea, [role="combobox"], [contenteditable]';

/** Whether keys that come from there are words being typed, and no presses. */
export function isTyping(target: EventTarget | null): boolean {
  return target instanceof Element && target.closest(typed) !== null;
}
