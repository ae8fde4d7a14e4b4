import { createRoot } from "react-dom/client";
import { App } from "«from app»";
import "«from sheet»";

const root = document.getElementById("root");
if (root) createRoot(root).render(<App />);
