import { fetchJson } from "./fetch-json";

export const watchWeather = (tell) => setInterval(async () => tell(await fetchJson("/api/days")), 60_000);
