import { useNavigate } from "react-router";
import { hereNow, hrefOf } from "~/here";
import { ChoiceMenu } from "~/ui/inline-menu";

const VIEWS = [
  { value: "/plans", label: "Plans" },
  { value: "/plans/journal", label: "The journal" },
  { value: "/plans/accounts", label: "Accounts" },
];

/** Which view of plans is seen. */
export function ViewMenu({ value }: { readonly value: string }) {
  const navigate = useNavigate();
  return <ChoiceMenu label="View" value={value} choices={VIEWS} onChoose={(path) => void navigate(hrefOf(hereNow(), path))} />;
}
