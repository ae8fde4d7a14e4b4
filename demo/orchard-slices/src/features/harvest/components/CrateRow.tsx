import type { Crate } from "../models/Crate";

export function CrateRow({ crate }: { readonly crate: Crate }) {
  return <p>{crate.kilos}</p>;
}
