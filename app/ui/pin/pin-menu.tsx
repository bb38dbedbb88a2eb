import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { useFrameValue } from "~/frame-context";
import { MENU, MENU_ITEM } from "../menu-classes";
import { usePinning } from "./pin-context";
import { pinLabel, studyOfTwin, type PinSource } from "./pin-props";

/** What of the screen can be pinned, one by one. */
export function PinMenu() {
  const { pin, offered } = usePinning();
  const { pictures } = useFrameValue();
  const [sources, setSources] = useState<readonly PinSource[]>([]);
  const words = (source: PinSource) => {
    if ("of" in source || source.show !== "picture") return pinLabel(source);
    const own = pictures[studyOfTwin(source.twin)]?.find((one) => one.key === source.picture);
    return own ? `picture: ${own.name.charAt(0).toLowerCase()}${own.name.slice(1)}` : pinLabel(source);
  };
  return (
    <DropdownMenu.Root
      onOpenChange={(isOpen) => {
        if (isOpen) setSources(offered());
      }}
    >
      <DropdownMenu.Trigger className="hover:text-indigo" title="Pin for a brief (p)">
        Pin
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className={`${MENU} max-w-96`} align="end" sideOffset={4}>
          {sources.map((source, k) => (
            <DropdownMenu.Item
              key={k}
              className={MENU_ITEM}
              onSelect={() => {
                pin(source);
              }}
            >
              {words(source)}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
