import { useState } from "react";
import { Button } from "../parts/Button";

interface Order {
  by: string;
  down: boolean;
  onSort: (by: string) => void;
}

/** Rows in the order of a column that the user chose, or as they come; and what its heads need. */
export function useSorted<T>(rows: T[], columns: Record<string, (row: T) => number>): [T[], Order] {
  const [by, setBy] = useState("");
  const [down, setDown] = useState(false);
  const value = columns[by];
  const sorted = value ? [...rows].sort((a, b) => (down ? value(b) - value(a) : value(a) - value(b))) : rows;
  function onSort(next: string) {
    setDown(next === by && !down);
    setBy(next);
  }
  return [sorted, { by, down, onSort }];
}

/** The head of a column by which rows can be sorted. */
export function SortHead({ name, by, down, onSort }: Order & { name: string }) {
  const is = name === by;
  return (
    <th scope="col" aria-sort={is ? (down ? "descending" : "ascending") : "none"}>
      <Button look="bare" onClick={() => onSort(name)} className="hover:underline">
        {name}
        {is && <span aria-hidden="true">{down ? " ↓" : " ↑"}</span>}
      </Button>
    </th>
  );
}
