import MiniSearch from "minisearch";
import { PAGES, sectionsOf, type Section } from "./pages";

const SECTIONS = sectionsOf(PAGES);
const index = new MiniSearch<Section & { id: number }>({ fields: ["heading", "text"] });
index.addAll(SECTIONS.map((section, id) => ({ ...section, id })));

/** Sections of the manual that have all the words, those with them in the heading first. */
export function searchManual(text: string, most: number): Section[] {
  return index
    .search(text, {
      prefix: true,
      fuzzy: (term) => (term.length < 5 ? false : 0.2),
      combineWith: "AND",
      boost: { heading: 4 },
    })
    .slice(0, most)
    .flatMap((hit) => SECTIONS[Number(hit.id)] ?? []);
}
