import { useContext } from "react";
import { PageHeader, SwapList } from "../components";
import { swapAdded } from "@/context/actions/swapActions";
import { OrchardContext } from "@/context/OrchardContext";
import { useSwaps } from "../hooks/useSwaps";

export default function SwapsScreen() {
  const swaps = useSwaps();
  const { dispatch } = useContext(OrchardContext);
  return (
    <main>
      <PageHeader title="Graft swaps" />
      <SwapList swaps={swaps.entries} onTake={(swap) => dispatch(swapAdded(swap))} />
    </main>
  );
}
