import type { ComponentType, ReactNode } from "react";

interface ProvidersProps {
  readonly each: readonly ComponentType<{ children: ReactNode }>[];
  readonly children: ReactNode;
}

/** Every provider around the next one, so that a new one is one word in a list. */
export function Providers({ each, children }: ProvidersProps) {
  return each.reduceRight<ReactNode>((inner, Provider) => <Provider>{inner}</Provider>, children);
}
