import { useNavigate } from "react-router";
import { hrefNowWith } from "~/here";
import { WordPopover } from "~/ui/word-popover";

interface Props {
  readonly value: string;
  readonly name: string;
  readonly choices: readonly { readonly value: string; readonly label: string }[];
}

/** Among whom: the focus, the market, its funds, a group or a list. */
export function UniverseMenu({ value, name, choices }: Props) {
  const navigate = useNavigate();
  return (
    <WordPopover label="Universe" shown={name} width="w-72">
      {(close) => (
        <ul aria-label="Universes" className="max-h-80 overflow-y-auto">
          {choices.map((choice) => (
            <li key={choice.value}>
              <button
                type="button"
                aria-current={choice.value === value ? "true" : undefined}
                className="block min-h-6 w-full rounded-sm px-2 py-1 text-left hover:bg-chosen hover:text-indigo aria-[current]:text-indigo"
                onClick={() => {
                  close();
                  void navigate(hrefNowWith({ for: choice.value, taken: undefined }), { preventScrollReset: true });
                }}
              >
                {choice.label}
              </button>
            </li>
          ))}
        </ul>
      )}
    </WordPopover>
  );
}
