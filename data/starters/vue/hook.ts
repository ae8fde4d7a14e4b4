import { ref } from "vue";

/** «Title», for any component. */
export function «hook»() {
  const value = ref<string>();
  return { value };
}
