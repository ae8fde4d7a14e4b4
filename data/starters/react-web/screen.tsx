«style?»import styles from "./«stem».module.css";
«style?»
/** The screen "«Title»". */
export function «Symbol»() {
  return (
«style?»    <main className={styles.«camel»}>
«!style?»    <main>
      <h1>«Title»</h1>
    </main>
  );
}
