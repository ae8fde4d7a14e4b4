import type { Module } from "vuex";
import type { Shift } from "@/models/shift";
import type { RootState } from "..";

export interface RotaState {
  items: Shift[];
}

export const rota: Module<RotaState, RootState> = {
  namespaced: true,
  state: () => ({ items: [] }),
  mutations: {
    loaded(state, items: Shift[]) {
      state.items = items;
    },
    taken(state, item: Shift) {
      state.items = [...state.items, item];
    },
  },
};
