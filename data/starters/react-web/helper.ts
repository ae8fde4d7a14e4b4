/** «Title». */
export function «stem»(value: string): string {
  return value;
}
