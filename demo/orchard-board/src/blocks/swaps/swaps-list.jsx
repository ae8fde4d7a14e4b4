import { EmptyNote } from "../../kit/empty-note";
import { SwapsCard } from "./swaps-card";

export function SwapsList({ offers }) {
  if (offers.length === 0) return <EmptyNote text="Nothing yet." />;
  return offers.map((offer) => <SwapsCard key={offer.id} offer={offer} />);
}
