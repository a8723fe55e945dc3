import { Navigate, useLocation } from "react-router";
import { useShelf } from "../api/shelf";
import { Sorry } from "../parts/Sorry";

/** An address of no screen. That of a project alone leads to its first page. */
export function Elsewhere() {
  const { pathname } = useLocation();
  const { data, error, isPending, refetch } = useShelf();
  if (isPending) return null;
  if (error) return <Sorry why={error.message} again={() => void refetch()} />;
  const card = data.find((c) => !c.problem && `/${c.id}` === pathname.replace(/\/$/, ""));
  if (card) return <Navigate to={`/${card.id}/${card.firstPage}`} replace />;
  return <Sorry title="No such page" why={`There is nothing at ${decoded(pathname)}.`} />;
}

/** An address as it is read; as it is, where it cannot be. */
function decoded(path: string) {
  try {
    return decodeURI(path);
  } catch {
    return path;
  }
}
