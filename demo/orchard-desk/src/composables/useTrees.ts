import { ref } from "vue";
import type { Tree } from "../models/tree";

/** The trees that were harvested. */
export function useTrees() {
  const trees = ref<readonly Tree[]>([{ name: "Bramley", kilograms: 40 }]);
  return { trees };
}
