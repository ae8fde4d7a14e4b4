import { HarvestChart } from "../components/HarvestChart";
import { PageHeader } from "../components/page-header";
import { useHarvest } from "@/hooks/useHarvest";
import { formatYield } from "./formatYield";
import styles from "./HarvestScreen.module.css";

export default function HarvestScreen() {
  const { entries } = useHarvest();
  const sum = entries.reduce((all, entry) => all + entry.weight, 0);
  return (
    <main className={styles.page}>
      <PageHeader title="Harvest" />
      <p>{formatYield(sum)}</p>
      <HarvestChart harvests={entries} />
    </main>
  );
}
