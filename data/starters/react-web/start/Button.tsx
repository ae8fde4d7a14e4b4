import type { ReactNode } from "react";
import styles from "./Button.module.css";

export interface ButtonProps {
  readonly children: ReactNode;
  readonly quiet?: boolean;
  readonly onPress: () => void;
}

export function Button({ children, quiet = false, onPress }: ButtonProps) {
  return (
    <button type="button" className={quiet ? styles.quiet : styles.button} onClick={onPress}>
      {children}
    </button>
  );
}
