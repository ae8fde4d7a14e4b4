export function RowShade({ children }) {
  return <div className="shade">{children}</div>;
}
