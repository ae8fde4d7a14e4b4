import type { Module } from "vuex";
import type { Tree } from "@/models/tree";
import type { RootState } from "..";

export interface TreesState {
  items: Tree[];
}

export const trees: Module<TreesState, RootState> = {
  namespaced: true,
  state: () => ({ items: [] }),
  mutations: {
    loaded(state, items: Tree[]) {
      state.items = items;
    },
    planted(state, item: Tree) {
      state.items = [...state.items, item];
    },
  },
};
