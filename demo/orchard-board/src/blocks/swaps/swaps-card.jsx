import { DateBadge } from "../../kit/date-badge";

export function SwapsCard({ offer }) {
  return (
    <article>
      <DateBadge date={offer.date} />
      <h3>{offer.title}</h3>
    </article>
  );
}
