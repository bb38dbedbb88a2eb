import { DropdownMenu } from "radix-ui";
import { useNavigate } from "react-router";
import { OSCILLATORS, type OscillatorName } from "@studies/words/oscillator-names";
import { list } from "@studies/words/words";
import { hrefNowWith } from "~/here";
import { MENU, MENU_ITEM } from "~/ui/menu-classes";
import { useItems } from "~/ui/use-items";

const MOST = 4;

/** Which oscillators stand under the structure, at most four; the choice can be kept as the default. */
export function PaneMenu({ panes }: { panes: readonly OscillatorName[] }) {
  const navigate = useNavigate();
  const { save } = useItems();
  const names = list(panes.map((p) => OSCILLATORS[p].name));
  const show = (next: readonly OscillatorName[]) =>
    void navigate(hrefNowWith({ panes: next.length === 0 ? ["none"] : next }), { preventScrollReset: true });
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`Oscillators: ${names || "none"}`}
        className="border-b border-dotted border-indigo font-semibold text-indigo"
      >
        {names || "no oscillator"}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className={MENU} align="start" sideOffset={4}>
          {(Object.keys(OSCILLATORS) as OscillatorName[]).map((key) => {
            const chosen = panes.includes(key);
            return (
              <DropdownMenu.CheckboxItem
                key={key}
                checked={chosen}
                disabled={!chosen && panes.length >= MOST}
                className={`${MENU_ITEM} data-[disabled]:text-soft`}
                onCheckedChange={() => {
                  show(chosen ? panes.filter((p) => p !== key) : [...panes, key]);
                }}
                onSelect={(event) => {
                  event.preventDefault();
                }}
              >
                <span
                  aria-hidden
                  className={`size-3 rounded-sm border ${chosen ? "border-indigo bg-indigo" : "border-soft/60"}`}
                />
                {OSCILLATORS[key].name}
              </DropdownMenu.CheckboxItem>
            );
          })}
          <DropdownMenu.Separator className="my-1 h-px bg-rule" />
          <DropdownMenu.Item
            className={MENU_ITEM}
            onSelect={() => {
              void save("oscillators", "default", { version: 1, panes });
            }}
          >
            Save these as the default
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
