import styles from "./VolunteerBadge.module.css";

/** The same people as on the rota; this file says "volunteer" where others say "rota". */
export function VolunteerBadge({ name }: { readonly name: string }) {
  return <span className={styles.badge}>{name}</span>;
}
