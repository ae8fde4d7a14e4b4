import { AppProvider } from "«from provider»";
import { AppRouter } from "«from router»";

/** The whole app: state around, the current screen inside. */
export function App() {
  return (
    <AppProvider>
      <AppRouter />
    </AppProvider>
  );
}
