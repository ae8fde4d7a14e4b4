import type { Tree } from "@/services/treesService";
import { shortDate } from "@/helpers";
import appleTree from "../../assets/images/apple-tree.png";
import { Button } from "../Button";
import styles from "./TreeCard.module.css";

interface TreeCardProps {
  readonly tree: Tree;
  readonly onOpen: (id: string) => void;
}

/** One tree: its picture, its variety, and since when it stands. */
export function TreeCard({ tree, onOpen }: TreeCardProps) {
  return (
    <article className={styles.card}>
      <img src={appleTree} alt="" />
      <h3>{tree.name}</h3>
      <p>
        {tree.variety}, planted {shortDate(tree.planted)}
      </p>
      <Button quiet onPress={() => onOpen(tree.id)}>
        Open
      </Button>
    </article>
  );
}
