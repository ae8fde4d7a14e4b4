export function EmptyNote({ text }) {
  return <p className="empty">{text}</p>;
}
