/** Links of "«title»". */
export function «Symbol»() {
  return <nav aria-label="«Title»" />;
}
