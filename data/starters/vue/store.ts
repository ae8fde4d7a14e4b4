import { reactive, readonly } from "vue";

const state = reactive({ entries: [] as string[], loading: false });

/** What the app knows of «title», and how that changes. */
export const «camel»Store = {
  state: readonly(state),
  begin(): void {
    state.loading = true;
  },
  load(entries: readonly string[]): void {
    state.entries = [...entries];
    state.loading = false;
  },
};
