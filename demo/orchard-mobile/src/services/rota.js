/** Who waters, in words. */
export function watering() {
  return "Ada waters on Friday";
}
