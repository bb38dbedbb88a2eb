import { ChevronDown } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { useLocation, useNavigate } from "react-router";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere } from "~/here";
import { MENU, MENU_ITEM } from "~/ui/menu-classes";

/** The market in view. Its groups are not another's, so the focus does not come along. */
export function MarketSwitch() {
  const { markets, market } = useFrameValue();
  const here = useHere();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  if (!market) return null;
  if (markets.length === 1) return <span className="px-1 font-semibold">{market.name}</span>;
  const path = pathname.startsWith("/chart") ? "/chart" : pathname;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="control flex items-center gap-1 font-semibold" aria-label={`Market: ${market.name}`}>
        {market.name} <ChevronDown size={13} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className={MENU} align="end" sideOffset={4}>
          <DropdownMenu.RadioGroup
            value={market.market}
            onValueChange={(code) => void navigate(hrefOf({ ...here, market: code, focus: [] }, path))}
          >
            {markets.map((m) => (
              <DropdownMenu.RadioItem key={m.market} value={m.market} className={MENU_ITEM}>
                {m.name}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
