/** «Title». */
export function «symbol»(value: string): string {
  return value;
}
