import { OrchardProvider } from "./context/OrchardProvider";
import { AppRoutes } from "./navigation/AppRoutes";
import { NavBar } from "./navigation/NavBar";

/** The whole app: state around, navigation on top, the current screen below. */
export function App() {
  return (
    <OrchardProvider>
      <NavBar />
      <AppRoutes />
    </OrchardProvider>
  );
}
