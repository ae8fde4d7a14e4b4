import { useState } from "react";

/** «Title», for any component. */
export function «stem»() {
  const [value, setValue] = useState<string>();
  return { value, setValue };
}
