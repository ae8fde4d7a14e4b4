import { createRoot } from "react-dom/client";
import { HarvestList } from "./blocks/harvest/harvest-list";
import { RotaList } from "./blocks/rota/rota-list";
import { SwapsList } from "./blocks/swaps/swaps-list";
import { WeatherList } from "./blocks/weather/weather-list";
import { RowShade } from "./kit/RowShade";
import { WeekGrid } from "./kit/week-grid";

createRoot(document.body).render(
  <RowShade>
    <WeekGrid>
      <HarvestList crates={[]} />
      <RotaList shifts={[]} />
      <SwapsList offers={[]} />
      <WeatherList days={[]} />
    </WeekGrid>
  </RowShade>,
);
