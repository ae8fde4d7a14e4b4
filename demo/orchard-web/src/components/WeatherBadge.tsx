import type { Reading } from "@/services/weatherService";
import { colors } from "../theme/colors";
import sun from "@/assets/images/sun.svg?raw";
import styles from "./WeatherBadge.module.css";

export function WeatherBadge({ reading }: { readonly reading: Reading }) {
  const frost = reading.low < 0;
  return (
    <span className={styles.badge} style={{ background: frost ? colors.sky : colors.blossom }} dangerouslySetInnerHTML={{ __html: sun }}>
      {reading.low}° to {reading.high}°
    </span>
  );
}
