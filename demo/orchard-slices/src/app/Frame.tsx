import { NavLink, Outlet } from "react-router";
import words from "../words/en.json";

export function Frame() {
  return (
    <>
      <nav>
        <NavLink to="/harvest">{words.harvest.title}</NavLink>
        <NavLink to="/rota">{words.rota.title}</NavLink>
        <NavLink to="/trees">{words.trees.title}</NavLink>
      </nav>
      <Outlet />
    </>
  );
}
