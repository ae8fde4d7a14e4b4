import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { Tree } from "./models/Tree";

interface TreesState {
  items: Tree[];
  isLoading: boolean;
}

const initialState: TreesState = { items: [], isLoading: true };

const treesSlice = createSlice({
  name: "trees",
  initialState,
  reducers: {
    treesLoaded: (state, action: PayloadAction<Tree[]>) => {
      state.items = action.payload;
      state.isLoading = false;
    },
    felled: (state, action: PayloadAction<string>) => {
      state.items = state.items.filter(({ id }) => id !== action.payload);
    },
  },
});

export const { treesLoaded, felled } = treesSlice.actions;
export const treesReducer = treesSlice.reducer;
