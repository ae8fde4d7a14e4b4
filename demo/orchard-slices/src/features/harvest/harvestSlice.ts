import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { Crate } from "./models/Crate";

interface HarvestState {
  items: Crate[];
  isLoading: boolean;
}

const initialState: HarvestState = { items: [], isLoading: true };

const harvestSlice = createSlice({
  name: "harvest",
  initialState,
  reducers: {
    harvestLoaded: (state, action: PayloadAction<Crate[]>) => {
      state.items = action.payload;
      state.isLoading = false;
    },
    weighed: (state, action: PayloadAction<{ id: string; kilos: number }>) => {
      for (const each of state.items) if (each.id === action.payload.id) each.kilos = action.payload.kilos;
    },
  },
});

export const { harvestLoaded, weighed } = harvestSlice.actions;
export const harvestReducer = harvestSlice.reducer;
