import { Popover } from "radix-ui";
import { useNavigate } from "react-router";
import { CROWDED, WASHED_OUT } from "@studies/breadth/breadth-zones";
import { hrefNowWith } from "~/here";
import { useItems } from "~/ui/use-items";

interface Props {
  readonly crowded: number;
  readonly washed: number;
}

/** The zones of all five: thresholds that can be set for this look, or kept. */
export function ZonesMenu({ crowded, washed }: Props) {
  const navigate = useNavigate();
  const { save } = useItems();
  const submit = (event: React.SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const toKeep = event.nativeEvent.submitter?.getAttribute("value") === "keep";
    const next = { crowded: Number(form.get("crowded")), washed: Number(form.get("washed")) };
    if (toKeep) {
      void save("breadth-zones", "default", { version: 1, ...next });
      void navigate(hrefNowWith({ crowded: undefined, washed: undefined }), { preventScrollReset: true });
    } else
      void navigate(hrefNowWith({ crowded: String(next.crowded), washed: String(next.washed) }), { preventScrollReset: true });
  };
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={`Zones of all five: crowded from ${crowded}%, washed out to ${washed}%`}
        className="border-b border-dotted border-indigo font-semibold text-indigo"
      >
        {crowded}% and {washed}%
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          aria-label="Zones"
          className="z-50 w-72 rounded-sm border border-rule bg-raised p-3"
        >
          <form className="space-y-2" onSubmit={submit}>
            <label className="flex items-center justify-between gap-2">
              all five at or above this is crowded
              <input name="crowded" type="number" min={50} max={100} required defaultValue={crowded} className="control w-20" />
            </label>
            <label className="flex items-center justify-between gap-2">
              at or below this, washed out
              <input name="washed" type="number" min={0} max={50} required defaultValue={washed} className="control w-20" />
            </label>
            <p className="text-soft">
              At first {CROWDED} and {WASHED_OUT}.
            </p>
            <p className="flex justify-between">
              <button type="submit" value="show" className="control border-indigo font-semibold text-indigo">
                Show
              </button>
              <button type="submit" value="keep" className="control">
                Save as the default
              </button>
            </p>
          </form>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
