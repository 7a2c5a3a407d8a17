/** “36.1° N 79.9° W”. */
export function sayPlace(latDeg: number, lonDeg: number): string {
  const side = (value: number, plus: string, minus: string) =>
    `${Math.abs(value).toFixed(1)}° ${value < 0 ? minus : plus}`;
  return `${side(latDeg, "N", "S")} ${side(lonDeg, "E", "W")}`;
}
