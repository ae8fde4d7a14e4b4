import styles from "./TextField.module.css";

interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

export function TextField({ label, value, onChange }: TextFieldProps) {
  return (
    <label className={styles.field}>
      {label}
      <input value={value} onInput={(event: { currentTarget: { value: string } }) => onChange(event.currentTarget.value)} />
    </label>
  );
}
