import { EmptyNote } from "../../kit/empty-note";
import { RotaCard } from "./rota-card";

export function RotaList({ shifts }) {
  if (shifts.length === 0) return <EmptyNote text="Nothing yet." />;
  return shifts.map((shift) => <RotaCard key={shift.id} shift={shift} />);
}
