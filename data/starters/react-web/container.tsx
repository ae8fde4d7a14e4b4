import { useEffect, useState } from "react";

/** Fetches what «title» shows. */
export function «Symbol»() {
  const [loading, setLoading] = useState(true);
  useEffect(() => setLoading(false), []);
  return loading ? <p>One moment …</p> : <section aria-label="«Title»" />;
}
