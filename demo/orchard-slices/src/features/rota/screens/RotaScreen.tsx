import { useSelector } from "react-redux";
import type { RootState } from "../../../app/store";
import { Page } from "../../../shared/Page";
import words from "../../../words/en.json";
import { ShiftRow } from "../components/ShiftRow";

/** What there is to know of rota. */
export function RotaScreen() {
  const { items, isLoading } = useSelector((state: RootState) => state.rota);
  return (
    <Page title={words.rota.title}>
      {!isLoading && items.length === 0 && <p>{words.rota.empty}</p>}
      {items.map((shift) => (
        <ShiftRow key={shift.id} shift={shift} />
      ))}
    </Page>
  );
}
