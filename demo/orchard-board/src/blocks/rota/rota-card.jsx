import { DateBadge } from "../../kit/date-badge";

export function RotaCard({ shift }) {
  return (
    <article>
      <DateBadge date={shift.date} />
      <h3>{shift.title}</h3>
    </article>
  );
}
