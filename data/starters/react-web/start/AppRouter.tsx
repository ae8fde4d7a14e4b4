import { Suspense, useEffect, useState } from "react";
import { routes } from "«from routes»";

/** Goes to another screen without loading the page again. */
export function goTo(path: string): void {
  window.history.pushState(null, "", path);
  window.dispatchEvent(new PopStateEvent("popstate"));
}

/** Shows the screen of the current path. */
export function AppRouter() {
  const [path, setPath] = useState(window.location.pathname);
  useEffect(() => {
    const follow = () => setPath(window.location.pathname);
    window.addEventListener("popstate", follow);
    return () => window.removeEventListener("popstate", follow);
  }, []);
  const Screen = routes.find((route) => route.path === path)?.Screen;
  return <Suspense fallback="One moment …">{Screen ? <Screen /> : <p>There is nothing at {path}.</p>}</Suspense>;
}
