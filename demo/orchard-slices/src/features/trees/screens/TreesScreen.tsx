import { useSelector } from "react-redux";
import type { RootState } from "../../../app/store";
import { Page } from "../../../shared/Page";
import words from "../../../words/en.json";
import { TreeRow } from "../components/TreeRow";

/** What there is to know of trees. */
export function TreesScreen() {
  const { items, isLoading } = useSelector((state: RootState) => state.trees);
  return (
    <Page title={words.trees.title}>
      {!isLoading && items.length === 0 && <p>{words.trees.empty}</p>}
      {items.map((tree) => (
        <TreeRow key={tree.id} tree={tree} />
      ))}
    </Page>
  );
}
