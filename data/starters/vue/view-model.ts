import { ref } from "vue";

/** What the view of «title» shows and does. */
export function «symbol»() {
  const busy = ref(false);
  return { busy, start: () => (busy.value = true), stop: () => (busy.value = false) };
}
