import { AppProvider } from "«from provider»";
import { AppNavigator } from "«from router»";

/** The whole app: state around, the current screen inside. */
export function App() {
  return (
    <AppProvider>
      <AppNavigator />
    </AppProvider>
  );
}
