import { ref } from "vue";

/** «Title», for any component. */
export function «stem»() {
  const value = ref<string>();
  return { value };
}
