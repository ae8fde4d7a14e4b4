import { DateBadge } from "../../kit/date-badge";

export function HarvestCard({ crate }) {
  return (
    <article>
      <DateBadge date={crate.date} />
      <h3>{crate.title}</h3>
    </article>
  );
}
