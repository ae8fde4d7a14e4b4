import type { Swap } from "../services/swapsService";
import { mostSwaps } from "../constants/limits";
import { Button } from "./Button";

interface SwapListProps {
  readonly swaps: readonly Swap[];
  readonly onTake: (swap: Swap) => void;
}

export function SwapList({ swaps, onTake }: SwapListProps) {
  return (
    <ul>
      {swaps.slice(0, mostSwaps).map((swap) => (
        <li key={swap.id}>
          {swap.offeredBy} offers {swap.variety} for {swap.wants} <Button onPress={() => onTake(swap)}>Take</Button>
        </li>
      ))}
    </ul>
  );
}
