/** Whether two values are written alike: what came anew over the wire is another object each time. */
export function isAlike(one: unknown, other: unknown): boolean {
  return one === other || JSON.stringify(one) === JSON.stringify(other);
}
