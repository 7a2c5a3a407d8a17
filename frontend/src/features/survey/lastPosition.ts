/** The last position of a collection; 0 of an empty one. */
export function lastPosition(items: Record<string, { position: number }>): number {
  return Math.max(0, ...Object.values(items).map((one) => one.position));
}
