import type { ReactNode } from "react";

interface PageProps {
  readonly title: string;
  readonly children?: ReactNode;
}

export function Page({ title, children }: PageProps) {
  return (
    <main>
      <h1>{title}</h1>
      {children}
    </main>
  );
}
