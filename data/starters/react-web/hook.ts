import { useState } from "react";

/** «Title», for any component. */
export function «hook»() {
  const [value, setValue] = useState<string>();
  return { value, setValue };
}
