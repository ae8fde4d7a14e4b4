import type { ReactNode } from "react";
«style?»import styles from "./«stem».module.css";

export interface «stem»Props {
  readonly children?: ReactNode;
}

/** «Title». */
export function «stem»({ children }: «stem»Props) {
«style?»  return <div className={styles.«camel»}>{children}</div>;
«!style?»  return <div>{children}</div>;
}
