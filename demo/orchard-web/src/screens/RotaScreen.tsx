import { Button, PageHeader, RotaTable } from "@/components";
import { useRota } from "../hooks/useRota";
import { useToggle } from "../hooks/useToggle";

export default function RotaScreen() {
  const rota = useRota();
  const [mine, toggleMine] = useToggle();
  return (
    <main>
      <PageHeader title="Rota">
        <Button onPress={toggleMine}>{mine ? "Everybody's" : "Mine"}</Button>
      </PageHeader>
      <RotaTable shifts={rota.entries} />
    </main>
  );
}
