import type { AnsweredPart } from "@server/briefs/answered-part.server";
import type { BriefPart } from "@studies/briefs/brief-schema";
import type { CallRow } from "@studies/calls/call-row";
import type { PictureColours } from "~/pictures/picture-colours";
import { CallView } from "./call-view";
import { RichTextView } from "./rich-text-view";
import { ShownView } from "./shown-view";

interface Props {
  readonly part: BriefPart;
  /** Its answer, where it has one by now. */
  readonly answered: AnsweredPart | undefined;
  readonly calls: readonly CallRow[];
  readonly colours: PictureColours;
}

/** A part of a brief as it is read. */
export function PartView({ part, answered, calls, colours }: Props) {
  switch (part.type) {
    case "heading":
      return <h2 className="brief-heading">{part.text}</h2>;
    case "text":
      return <RichTextView doc={part.doc} />;
    case "call":
      return <CallView row={calls.find((row) => row.id === part.call)} />;
    default: {
      const name = part.type === "plan" ? "A plan" : part.name;
      if (answered?.lacking !== undefined)
        return (
          <p className="brief-lacking">
            {name}: {answered.lacking}
          </p>
        );
      if (!answered?.shown) return null;
      return <ShownView shown={answered.shown} name={name} colours={colours} />;
    }
  }
}
