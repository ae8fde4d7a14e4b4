export function WeekGrid({ children }) {
  return <section className="week">{children}</section>;
}
