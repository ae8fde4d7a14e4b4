import { useState } from "react";

/** What the view of «title» shows and does. */
export function use«Pascal»ViewModel() {
  const [busy, setBusy] = useState(false);
  return { busy, start: () => setBusy(true), stop: () => setBusy(false) };
}
