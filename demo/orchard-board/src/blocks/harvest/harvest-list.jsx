import { EmptyNote } from "../../kit/empty-note";
import { HarvestCard } from "./harvest-card";

export function HarvestList({ crates }) {
  if (crates.length === 0) return <EmptyNote text="Nothing yet." />;
  return crates.map((crate) => <HarvestCard key={crate.id} crate={crate} />);
}
