export function RoundButton({ label }) {
  return <button className="round">{label}</button>;
}
