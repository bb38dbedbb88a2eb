import { useNavigate } from "react-router";
import { hrefNowWith } from "~/here";
import { ChoiceList } from "~/ui/choice-list";
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
        <ChoiceList
          label="Universes"
          choices={choices}
          value={value}
          onChoose={(next) => {
            close();
            void navigate(hrefNowWith({ for: next, taken: undefined }), { preventScrollReset: true });
          }}
        />
      )}
    </WordPopover>
  );
}
