import { combineReducers, configureStore } from "@reduxjs/toolkit";
import { harvestReducer } from "../features/harvest";
import { rotaReducer } from "../features/rota";
import { treesReducer } from "../features/trees";

const rootReducer = combineReducers({
  harvest: harvestReducer,
  rota: rotaReducer,
  trees: treesReducer,
});

export type RootState = ReturnType<typeof rootReducer>;

/** A store of its own for each test; the app has one. */
export const makeStore = () => configureStore({ reducer: rootReducer });

export const store = makeStore();
