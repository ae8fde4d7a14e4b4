import { PageHeader } from "../components/page-header";
import { WeatherBadge } from "../components/WeatherBadge";
import { useWeather } from "../hooks/useWeather";
import { env } from "../config/env";

export default function WeatherScreen() {
  const { entries } = useWeather();
  return (
    <main>
      <PageHeader title={`Weather station ${env.stationId}`} />
      {entries.map((reading) => (
        <WeatherBadge key={reading.id} reading={reading} />
      ))}
    </main>
  );
}
