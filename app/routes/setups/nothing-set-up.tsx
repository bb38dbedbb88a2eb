import { Link } from "react-router";
import type { setups } from "@studies/setups/setups";
import { useHrefWith } from "~/here";
import type { ResultOf } from "~/wire";

/** Why no setup is shown, and what to do. */
export function NothingSetUp({ answer }: { readonly answer: ResultOf<typeof setups> }) {
  const hrefWith = useHrefWith();
  const found = answer.kinds.reduce((n, k) => n + (answer.kind === "" || k.kind === answer.kind ? k.found : 0), 0);
  return (
    <p className="mt-2 max-w-xl text-soft">
      {found > 0 ? (
        <>
          {found} {found === 1 ? "was" : "were"} found, none of them with that much reward for its risk.{" "}
          <Link to={hrefWith({ reward: "0" })} className="link">
            Show all of them
          </Link>
          .
        </>
      ) : (
        "Nothing is set up here at this close. Another universe, kind or date can be chosen in the sentence above."
      )}
    </p>
  );
}
