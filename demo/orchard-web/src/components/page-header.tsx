import type { ReactNode } from "react";
import logo from "../assets/images/logo.svg";

/** Its name does not follow the others': it was the first file of all. */
export function PageHeader({ title, children }: { readonly title: string; readonly children?: ReactNode }) {
  return (
    <header>
      <img src={logo} alt="Pippin Row" />
      <h1>{title}</h1>
      {children}
    </header>
  );
}
