import { useNavigate } from "react-router";
import { useHere, useHrefWith } from "~/here";

/** The groups in focus, and putting one in or taking it out. */
export function useFocus() {
  const here = useHere();
  const hrefWith = useHrefWith();
  const navigate = useNavigate();
  return {
    isIn: (key: string) => here.focus.includes(key),
    toggle: (key: string) => {
      const focus = here.focus.includes(key) ? here.focus.filter((k) => k !== key) : [...here.focus, key];
      void navigate(hrefWith({ focus }), { preventScrollReset: true });
    },
  };
}
