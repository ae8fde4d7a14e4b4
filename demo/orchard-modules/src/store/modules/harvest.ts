import type { Module } from "vuex";
import type { Crate } from "@/models/crate";
import type { RootState } from "..";

export interface HarvestState {
  items: Crate[];
}

export const harvest: Module<HarvestState, RootState> = {
  namespaced: true,
  state: () => ({ items: [] }),
  mutations: {
    loaded(state, items: Crate[]) {
      state.items = items;
    },
    weighed(state, item: Crate) {
      state.items = [...state.items, item];
    },
  },
};
