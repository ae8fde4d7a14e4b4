import { PageHeader, WeatherBadge } from "../components";
import { features } from "@/config/features";
import { useHarvest } from "@/hooks/useHarvest";
import { useWeather } from "@/hooks/useWeather";
import { formatYield } from "./formatYield";

export default function HomeScreen() {
  const harvest = useHarvest();
  const weather = useWeather();
  const picked = harvest.entries.reduce((sum, entry) => sum + entry.weight, 0);
  const today = weather.entries[0];
  return (
    <main>
      <PageHeader title="Pippin Row" />
      <p>Picked so far: {formatYield(picked)}</p>
      {today && <WeatherBadge reading={today} />}
      {features.frostAlarm && <p>Frost tonight: cover the blossom.</p>}
    </main>
  );
}
