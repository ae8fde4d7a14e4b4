import { routes } from "../constants/routes";
import { links } from "./links";
import styles from "./NavBar.module.css";

export function NavBar() {
  return (
    <nav className={styles.bar}>
      {links.map(({ name, label }) => (
        <a key={name} href={routes[name]}>
          {label}
        </a>
      ))}
    </nav>
  );
}
