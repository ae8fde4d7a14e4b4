import { useState } from "react";
import { EmptyBasket, PageHeader, TextField, TreeCard } from "../components";
import { useTrees } from "../hooks/useTrees";

export default function TreesScreen() {
  const trees = useTrees();
  const [wanted, setWanted] = useState("");
  const shown = trees.entries.filter((tree) => tree.variety.includes(wanted));
  return (
    <main>
      <PageHeader title="Trees" />
      <TextField label="Variety" value={wanted} onChange={setWanted} />
      {shown.length === 0 && <EmptyBasket>No such tree stands here.</EmptyBasket>}
      {shown.map((tree) => (
        <TreeCard key={tree.id} tree={tree} onOpen={() => undefined} />
      ))}
    </main>
  );
}
