import { EmptyNote } from "../../kit/empty-note";
import { WeatherCard } from "./weather-card";

export function WeatherList({ days }) {
  if (days.length === 0) return <EmptyNote text="Nothing yet." />;
  return days.map((day) => <WeatherCard key={day.id} day={day} />);
}
