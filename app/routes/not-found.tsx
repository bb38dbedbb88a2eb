import { data } from "react-router";
import type { ErrorShown } from "~/ask.server";

export function loader(): never {
  const shown: ErrorShown = { message: "There is no such page.", details: [] };
  // eslint-disable-next-line @typescript-eslint/only-throw-error -- the router's way to answer with a status
  throw data(shown, { status: 404 });
}

export default function NotFound() {
  return null;
}
