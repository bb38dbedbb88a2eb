import clsx from "clsx";
import { useEffect, useRef, type KeyboardEvent } from "react";
import type { AnsweredPart } from "@server/briefs/answered-part.server";
import { isLive, type BriefPart } from "@studies/briefs/brief-schema";
import type { CallRow } from "@studies/calls/call-row";
import type { PictureColours } from "~/pictures/picture-colours";
import { PartView } from "../document/part-view";
import { PartMargin } from "./part-margin";
import { partName } from "./part-name";
import { TextPart } from "./text-part";

interface Props {
  readonly part: BriefPart;
  readonly answered: AnsweredPart | undefined;
  readonly calls: readonly CallRow[];
  readonly colours: PictureColours;
  readonly market: string;
  readonly asOf: number;
  readonly isSelected: boolean;
  readonly isEdited: boolean;
  readonly onSelect: () => void;
  readonly onEdit: (isEdited: boolean) => void;
  readonly onChange: (next: BriefPart, words: string, isSlow?: boolean) => void;
  readonly onRemove: () => void;
  readonly onKeyDown: (event: KeyboardEvent<HTMLElement>) => void;
}

/** A part of the page with its margin; the keyboard goes from part to part. */
export function PartRow(props: Props) {
  const { part, answered, calls, colours, isSelected, isEdited, onSelect, onEdit, onChange } = props;
  const isChanged = answered?.changes?.isChanged ?? false;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(150px,200px)] gap-x-5 print:block">
      <section
        data-part={part.id}
        tabIndex={isEdited ? -1 : 0}
        aria-label={partName(part)}
        aria-current={isSelected ? "true" : undefined}
        onFocus={onSelect}
        onKeyDown={(event) => {
          if (event.target === event.currentTarget) props.onKeyDown(event);
        }}
        className={clsx(
          "min-w-0 border-x border-l-3 border-rule bg-raised px-9 py-1 print:border-0 print:bg-transparent print:p-0",
          isSelected ? "border-l-indigo" : isChanged ? "border-l-ink" : "border-l-rule",
        )}
      >
        {part.type === "text" ? (
          <TextPart
            doc={part.doc}
            isEdited={isEdited}
            onEdit={() => {
              onEdit(true);
            }}
            onClose={() => {
              onEdit(false);
            }}
            onChange={(doc) => {
              onChange({ ...part, doc }, "words", true);
            }}
          />
        ) : part.type === "heading" && isEdited ? (
          <HeadingField
            text={part.text}
            onText={(text) => {
              onChange({ ...part, text }, "heading", true);
            }}
            onClose={() => {
              onEdit(false);
            }}
          />
        ) : part.type === "heading" ? (
          <div
            className="cursor-text"
            onClick={() => {
              onEdit(true);
            }}
          >
            {part.text === "" ? (
              <p className="brief-heading text-soft italic print:hidden">A heading</p>
            ) : (
              <PartView part={part} answered={undefined} calls={calls} colours={colours} />
            )}
          </div>
        ) : isLive(part) && !answered ? (
          <p className="brief-caption" role="status">
            {partName(part)} is being asked…
          </p>
        ) : (
          <PartView part={part} answered={answered} calls={calls} colours={colours} />
        )}
      </section>
      <PartMargin {...props} />
    </div>
  );
}

interface HeadingProps {
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly onClose: () => void;
}

function HeadingField({ text, onText, onClose }: HeadingProps) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    field.current?.focus();
  }, []);
  return (
    <input
      ref={field}
      aria-label="Heading"
      maxLength={200}
      className="brief-heading w-full bg-transparent"
      value={text}
      onChange={(event) => {
        onText(event.target.value);
      }}
      onBlur={onClose}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== "Escape") return;
        event.stopPropagation();
        onClose();
      }}
    />
  );
}
