export function TextLine({ label }) {
  return <label>{label}<input /></label>;
}
