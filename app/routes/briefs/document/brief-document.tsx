import type { AnsweredPart } from "@server/briefs/answered-part.server";
import type { SavedBrief } from "@studies/briefs/brief-schema";
import type { CallRow } from "@studies/calls/call-row";
import type { PictureColours } from "~/pictures/picture-colours";
import { briefDated } from "./brief-dated";
import { PartView } from "./part-view";

interface Props {
  readonly brief: SavedBrief;
  readonly answers: ReadonlyMap<string, AnsweredPart>;
  readonly calls: readonly CallRow[];
  readonly marketName: string;
  readonly colours: PictureColours;
}

/** A whole brief as it is read, without what it is written with. */
export function BriefDocument({ brief, answers, calls, marketName, colours }: Props) {
  return (
    <article className="brief">
      <h1 className="brief-title">{brief.title === "" ? brief.purpose : brief.title}</h1>
      <p className="brief-dated">{briefDated(brief, marketName)}</p>
      {brief.parts.map((part) => (
        <PartView key={part.id} part={part} answered={answers.get(part.id)} calls={calls} colours={colours} />
      ))}
    </article>
  );
}
