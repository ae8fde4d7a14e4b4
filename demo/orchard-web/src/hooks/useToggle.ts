import { useCallback, useState } from "react";

/** On or off, and the way to turn it over. */
export function useToggle(initial = false): [boolean, () => void] {
  const [on, setOn] = useState(initial);
  return [on, useCallback(() => setOn((before) => !before), [])];
}
