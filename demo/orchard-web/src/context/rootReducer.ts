import type { HarvestAction } from "./actions/harvestActions";
import type { ShiftAction } from "./actions/rotaActions";
import type { SwapAction } from "./actions/swapActions";
import type { TreeAction } from "./actions/treeActions";
import type { ReadingAction } from "./actions/weatherActions";
import { harvestState } from "./initialStates/harvestState";
import { rotaState } from "./initialStates/rotaState";
import { swapState } from "./initialStates/swapState";
import { treeState } from "./initialStates/treeState";
import { weatherState } from "./initialStates/weatherState";
import { harvestReducer } from "./reducers/harvestReducer";
import { rotaReducer } from "./reducers/rotaReducer";
import { swapReducer } from "./reducers/swapReducer";
import { treeReducer } from "./reducers/treeReducer";
import { weatherReducer } from "./reducers/weatherReducer";

export type OrchardAction = TreeAction | HarvestAction | ShiftAction | SwapAction | ReadingAction;

export const initialState = { trees: treeState, harvest: harvestState, rota: rotaState, swaps: swapState, weather: weatherState };

export type OrchardState = typeof initialState;

/** Each part of the state answers to its own actions, which begin with its name. */
export function rootReducer(state: OrchardState, action: OrchardAction): OrchardState {
  const part = action.type.split("/")[0];
  return {
    trees: part === "trees" ? treeReducer(state.trees, action as TreeAction) : state.trees,
    harvest: part === "harvest" ? harvestReducer(state.harvest, action as HarvestAction) : state.harvest,
    rota: part === "rota" ? rotaReducer(state.rota, action as ShiftAction) : state.rota,
    swaps: part === "swaps" ? swapReducer(state.swaps, action as SwapAction) : state.swaps,
    weather: part === "weather" ? weatherReducer(state.weather, action as ReadingAction) : state.weather,
  };
}
