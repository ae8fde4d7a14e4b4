import type { ReactNode } from "react";
«style?»import styles from "./«stem».module.css";

export interface «Symbol»Props {
  readonly children?: ReactNode;
}

/** «Title». */
export function «Symbol»({ children }: «Symbol»Props) {
«style?»  return <div className={styles.«camel»}>{children}</div>;
«!style?»  return <div>{children}</div>;
}
