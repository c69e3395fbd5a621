import { useQuery } from "@tanstack/react-query";

import { bookWordsQuery } from "../../api/book_queries";
import type { BookWords } from "../../api/client";

const NONE: BookWords = { verdicts: [], puddle_places: [], slots: [], sorts: [], metals: [] };

/** What things of the book are called; nothing until it is here. */
export function useBookWords() {
  const { data } = useQuery(bookWordsQuery);
  const called = data ?? NONE;
  const label = (of: keyof BookWords, id: string) =>
    called[of].find((one) => one.id === id)?.label ?? id;
  return { called, label };
}
