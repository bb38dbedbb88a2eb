import { DropdownMenu } from "radix-ui";
import { useNavigate } from "react-router";
import { hrefNowWith } from "~/here";
import { MENU, MENU_ITEM } from "./menu-classes";
import { PinMenu } from "./pin/pin-menu";
import { ScreenPictures } from "./picture-menu";

export interface Choice {
  readonly value: string;
  readonly label: string;
}

interface ChoiceMenuProps {
  readonly label: string;
  readonly value: string;
  readonly choices: readonly Choice[];
  readonly onChoose: (value: string) => void;
}

/** A word of the control sentence that can be changed: a menu. */
export function ChoiceMenu({ label, value, choices, onChoose }: ChoiceMenuProps) {
  const shown = choices.find((c) => c.value === value)?.label ?? value;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`${label}: ${shown}`}
        className="border-b border-dotted border-indigo font-semibold text-indigo"
      >
        {shown}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className={MENU} align="start" sideOffset={4}>
          <DropdownMenu.RadioGroup value={value} onValueChange={onChoose}>
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

interface InlineMenuProps extends Omit<ChoiceMenuProps, "onChoose"> {
  readonly param: string;
  /** Further parameters that a choice sets, or removes where undefined. */
  readonly also?: Changes | ((value: string) => Changes);
}

type Changes = Readonly<Record<string, string | undefined>>;

/** A menu whose choice goes into the address. */
export function InlineMenu({ param, also, ...menu }: InlineMenuProps) {
  const navigate = useNavigate();
  return (
    <ChoiceMenu
      {...menu}
      onChoose={(value) => {
        const others = typeof also === "function" ? also(value) : also;
        void navigate(hrefNowWith({ ...others, [param]: value }), { preventScrollReset: true });
      }}
    />
  );
}

interface ControlSentenceProps {
  readonly children: React.ReactNode;
  /** Address of the figures. */
  readonly twin?: string;
  /** Further files of what is shown. */
  readonly files?: React.ReactNode;
  /** Its pictures as files [those of the question]. */
  readonly pictures?: React.ReactNode;
  /** Address of the question that can be pinned [that of the figures]; empty where nothing can. */
  readonly pin?: string | undefined;
}

/** The row of controls under a reading, written as a sentence. */
export function ControlSentence({ children, twin, files, pictures, pin = twin ?? "" }: ControlSentenceProps) {
  return (
    <div className="mt-2 mb-3 flex items-baseline justify-between gap-4 text-soft" data-pin-main={pin === "" ? undefined : pin}>
      <p>{children}</p>
      {(pin !== "" || twin !== undefined || files !== undefined) && (
        <p className="flex shrink-0 gap-3 text-[12px]">
          {pin !== "" && <PinMenu />}
          {files}
          {pin !== "" && (pictures ?? <ScreenPictures />)}
          {twin !== undefined && (
            <>
              <a className="hover:text-indigo" href={`${twin}${twin.includes("?") ? "&" : "?"}as=csv`} download>
                CSV
              </a>
              <a className="hover:text-indigo" href={twin}>
                JSON
              </a>
            </>
          )}
        </p>
      )}
    </div>
  );
}
