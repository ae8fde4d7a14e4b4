import type { Harvest } from "../services/harvestService";
import { colors } from "@/theme";
import { kilograms, shortDate } from "../helpers";
import styles from "./HarvestChart.module.css";

/** A bar a picking day, as tall as what was picked. */
export function HarvestChart({ harvests }: { readonly harvests: readonly Harvest[] }) {
  const most = Math.max(...harvests.map((harvest) => harvest.weight), 1);
  return (
    <ol className={styles.chart}>
      {harvests.map((harvest) => (
        <li key={harvest.id} style={{ height: `${(100 * harvest.weight) / most}%`, background: colors.russet }}>
          {shortDate(harvest.date)}: {kilograms(harvest.weight)}
        </li>
      ))}
    </ol>
  );
}
