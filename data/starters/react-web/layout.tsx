import type { ReactNode } from "react";

/** What the frame shows: above, in the middle, below. */
export interface «Symbol»Props {
  readonly header?: ReactNode;
  readonly children: ReactNode;
  readonly footer?: ReactNode;
}

/** The frame "«title»" around screens. */
export function «Symbol»({ header, children, footer }: «Symbol»Props) {
  return (
    <div>
      {header}
      {children}
      {footer}
    </div>
  );
}
