import { createStore } from "vuex";
import { harvest, type HarvestState } from "./modules/harvest";
import { rota, type RotaState } from "./modules/rota";
import { trees, type TreesState } from "./modules/trees";

export interface RootState {
  harvest: HarvestState;
  rota: RotaState;
  trees: TreesState;
}

export const makeStore = () => createStore<RootState>({ modules: { harvest, rota, trees } });

export const store = makeStore();
