import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { useFrameValue } from "~/frame-context";
import { hereNow, withHere } from "~/here";
import { MENU, MENU_ITEM } from "./menu-classes";
import { usePinning } from "./pin/pin-context";
import { studyOfTwin } from "./pin/pin-props";
import { saveFile } from "./save-file";

type PictureKind = "svg" | "png";

export interface PictureOffered {
  /** What it shows. */
  readonly name: string;
  readonly file: (kind: PictureKind) => Promise<{ readonly blob: Blob; readonly name: string }>;
}

/**
 * Pictures of what is shown, each as a file with its title, its date and what is read off it.
 * @param pictures tells what there is when the menu is opened
 */
export function PictureMenu({ pictures }: { readonly pictures: () => readonly PictureOffered[] }) {
  const [failed, setFailed] = useState(false);
  const [shown, setShown] = useState<readonly PictureOffered[]>([]);
  const save = async (picture: PictureOffered, kind: PictureKind) => {
    setFailed(false);
    try {
      const { blob, name } = await picture.file(kind);
      saveFile(blob, name);
    } catch {
      setFailed(true);
    }
  };
  return (
    <>
      {failed && (
        <span role="alert" className="text-rust">
          the picture could not be made
        </span>
      )}
      <DropdownMenu.Root
        onOpenChange={(isOpen) => {
          if (isOpen) setShown(pictures());
        }}
      >
        <DropdownMenu.Trigger className="hover:text-indigo">Picture</DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className={`${MENU} max-w-96`} align="end" sideOffset={4}>
            {shown.length === 0 && (
              <DropdownMenu.Item disabled className={MENU_ITEM}>
                There is no picture here; its table can be pinned.
              </DropdownMenu.Item>
            )}
            {shown.map((picture) => (
              <DropdownMenu.Group key={picture.name}>
                <DropdownMenu.Label className="px-2 pt-1 text-[12px] text-soft">{picture.name}</DropdownMenu.Label>
                {(["svg", "png"] as const).map((kind) => (
                  <DropdownMenu.Item key={kind} className={MENU_ITEM} onSelect={() => void save(picture, kind)}>
                    {kind === "svg" ? "as SVG, for any size" : "as PNG, for a message"}
                  </DropdownMenu.Item>
                ))}
              </DropdownMenu.Group>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </>
  );
}

/** The pictures of a screen that can be pinned, those of its question first. */
export function ScreenPictures() {
  const { offered } = usePinning();
  const { pictures } = useFrameValue();
  return (
    <PictureMenu
      pictures={() =>
        offered().flatMap((source) => {
          if ("of" in source || source.show !== "picture") return [];
          const known = pictures[studyOfTwin(source.twin)]?.find((one) => one.key === (source.picture ?? one.key));
          return known ? [{ name: known.name, file: (kind) => pictureFile(source.twin, known.key, kind) }] : [];
        })
      }
    />
  );
}

/** A picture of the study behind an address of figures, of the market and date in view, as a file. */
async function pictureFile(twin: string, key: string, kind: PictureKind) {
  const asked = new URL(withHere(twin, { ...hereNow(), focus: [] }), window.location.origin);
  asked.searchParams.set("as", "svg");
  asked.searchParams.set("picture", key);
  const response = await fetch(asked);
  if (!response.ok) throw new Error(response.statusText);
  const name = /filename="([^"]+)"/.exec(response.headers.get("Content-Disposition") ?? "")?.[1] ?? "picture.svg";
  const svg = await response.blob();
  if (kind === "svg") return { blob: svg, name };
  const { pngOf } = await import("./png-of");
  return { blob: await pngOf(svg), name: name.replace(/svg$/, "png") };
}
