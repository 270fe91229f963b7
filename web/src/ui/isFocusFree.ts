/**
 * Whether nothing has the focus. What gives it back when it closes does so a moment late: who has begun to type elsewhere by
 * then is left there, or letters would become presses.
 */
export const isFocusFree = (): boolean => !document.activeElement || document.activeElement === document.body;
