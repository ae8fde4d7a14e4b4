import { DateBadge } from "../../kit/date-badge";

export function WeatherCard({ day }) {
  return (
    <article>
      <DateBadge date={day.date} />
      <h3>{day.title}</h3>
    </article>
  );
}
