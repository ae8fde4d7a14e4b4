/** Links of "«title»". */
export function «stem»() {
  return <nav aria-label="«Title»" />;
}
