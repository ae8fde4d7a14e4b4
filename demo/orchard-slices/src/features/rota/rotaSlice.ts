import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { Shift } from "./models/Shift";

interface RotaState {
  items: Shift[];
  isLoading: boolean;
}

const initialState: RotaState = { items: [], isLoading: true };

const rotaSlice = createSlice({
  name: "rota",
  initialState,
  reducers: {
    rotaLoaded: (state, action: PayloadAction<Shift[]>) => {
      state.items = action.payload;
      state.isLoading = false;
    },
    swapped: (state, action: PayloadAction<{ id: string; helper: string }>) => {
      for (const each of state.items) if (each.id === action.payload.id) each.helper = action.payload.helper;
    },
  },
});

export const { rotaLoaded, swapped } = rotaSlice.actions;
export const rotaReducer = rotaSlice.reducer;
