import { useNavigate, useSearchParams } from "react-router";
import { hereNow, hrefOf } from "~/here";
import { ChoiceMenu } from "~/ui/inline-menu";

const VIEWS = [
  { value: "/seasons", label: "Months" },
  { value: "/seasons/windows", label: "Windows" },
];

/** Which view of the seasons is seen; another one begins with the same set. */
export function ViewMenu({ value }: { value: "/seasons" | "/seasons/windows" }) {
  const navigate = useNavigate();
  const [search] = useSearchParams();
  return (
    <ChoiceMenu
      label="View"
      value={value}
      choices={VIEWS}
      onChoose={(path) =>
        void navigate(hrefOf(hereNow(), path, { set: search.get("set") ?? undefined, in: search.get("in") ?? undefined }))
      }
    />
  );
}
