import { useNavigate } from "react-router";
import { hereNow, hrefNowWith, useHere } from "~/here";

/** The groups in focus, and putting one in or taking it out. */
export function useFocus() {
  const here = useHere();
  const navigate = useNavigate();
  return {
    isIn: (key: string) => here.focus.includes(key),
    toggle: (key: string) => {
      const { focus } = hereNow();
      const next = focus.includes(key) ? focus.filter((k) => k !== key) : [...focus, key];
      void navigate(hrefNowWith({ focus: next }), { preventScrollReset: true });
    },
  };
}
