import { DropdownMenu } from "radix-ui";
import { useNavigate } from "react-router";
import { hrefNowWith } from "~/here";
import { MENU, MENU_ITEM } from "./menu-classes";

export interface Choice {
  readonly value: string;
  readonly label: string;
}

/** A word of the control sentence that can be changed: a menu whose choice goes into the address. */
export function InlineMenu({
  label,
  param,
  value,
  choices,
  also,
}: {
  label: string;
  param: string;
  value: string;
  choices: readonly Choice[];
  /** Further parameters that a choice sets, or removes where undefined. */
  also?: Readonly<Record<string, string | undefined>>;
}) {
  const navigate = useNavigate();
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`${label}: ${choices.find((c) => c.value === value)?.label ?? value}`}
        className="border-b border-dotted border-indigo font-semibold text-indigo"
      >
        {choices.find((c) => c.value === value)?.label ?? value}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className={MENU} align="start" sideOffset={4}>
          <DropdownMenu.RadioGroup
            value={value}
            onValueChange={(next) => void navigate(hrefNowWith({ ...also, [param]: next }), { preventScrollReset: true })}
          >
            {choices.map((c) => (
              <DropdownMenu.RadioItem key={c.value} value={c.value} className={MENU_ITEM}>
                {c.label}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** The row of controls under a reading, written as a sentence. */
export function ControlSentence({ children, twin }: { children: React.ReactNode; twin?: string }) {
  return (
    <div className="mt-2 mb-3 flex items-baseline justify-between gap-4 text-soft">
      <p>{children}</p>
      {twin !== undefined && (
        <p className="flex shrink-0 gap-3 text-[12px]">
          <a className="hover:text-indigo" href={`${twin}${twin.includes("?") ? "&" : "?"}as=csv`} download>
            CSV
          </a>
          <a className="hover:text-indigo" href={twin}>
            JSON
          </a>
        </p>
      )}
    </div>
  );
}
