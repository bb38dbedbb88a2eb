import { useNavigate } from "react-router";
import { hereNow, hrefOf } from "~/here";
import { ChoiceMenu } from "~/ui/inline-menu";

const VIEWS = [
  { value: "/briefs", label: "Briefs" },
  { value: "/briefs/calls", label: "The ledger of calls" },
];

/** Which view of briefs is seen. */
export function ViewMenu({ value }: { readonly value: string }) {
  const navigate = useNavigate();
  return <ChoiceMenu label="View" value={value} choices={VIEWS} onChoose={(path) => void navigate(hrefOf(hereNow(), path))} />;
}
