import { computed, ref } from "vue";
import { routes } from "«from routes»";

const path = ref(window.location.pathname);

window.addEventListener("popstate", () => {
  path.value = window.location.pathname;
});

/** Goes to another view without loading the page again. */
export function goTo(next: string): void {
  window.history.pushState(null, "", next);
  path.value = next;
}

/** The view of the current path; where there is none, the first. */
export const currentView = computed(() => (routes.find((route) => route.path === path.value) ?? routes[0])?.view);
