export function DateBadge({ date }) {
  return <time>{date}</time>;
}
