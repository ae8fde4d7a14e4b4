import { useSelector } from "react-redux";
import type { RootState } from "../../../app/store";
import { Page } from "../../../shared/Page";
import words from "../../../words/en.json";
import { CrateRow } from "../components/CrateRow";

/** What there is to know of harvest. */
export function HarvestScreen() {
  const { items, isLoading } = useSelector((state: RootState) => state.harvest);
  return (
    <Page title={words.harvest.title}>
      {!isLoading && items.length === 0 && <p>{words.harvest.empty}</p>}
      {items.map((crate) => (
        <CrateRow key={crate.id} crate={crate} />
      ))}
    </Page>
  );
}
