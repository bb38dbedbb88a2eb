import type { ShownPart } from "@studies/briefs/brief-schema";
import { cellText } from "@studies/table";
import { count, date } from "@studies/words/words";
import type { PictureColours } from "~/pictures/picture-colours";
import { Picture } from "~/pictures/picture";
import { SentenceView } from "./sentence-view";
import { TermText } from "./term-text";

interface Props {
  readonly shown: ShownPart;
  /** What it is of. */
  readonly name: string;
  readonly colours: PictureColours;
}

/** What a part shows: sentences, a table or a picture. */
export function ShownView({ shown, name, colours }: Props) {
  const { reading, table, picture, caption = name } = shown;
  return (
    <>
      {reading.length > 0 && <Sentences reading={reading} />}
      {table && <ShownTable table={table} caption={`${name}, at the close of ${date(shown.asOf)}`} />}
      {picture && (
        <figure className="brief-figure">
          <Picture picture={picture} label={`${name}: ${caption}`} colours={colours} />
          <figcaption className="brief-caption">
            <TermText text={caption} />
          </figcaption>
        </figure>
      )}
      {reading.length === 0 && !table && !picture && (
        <p className="brief-lacking">{name}: there is nothing to draw at this date.</p>
      )}
    </>
  );
}

function Sentences({ reading }: Pick<ShownPart, "reading">) {
  return (
    <p className="brief-reading">
      {reading.map((sentence, k) => (
        <span key={k}>
          <SentenceView sentence={sentence} />{" "}
        </span>
      ))}
    </p>
  );
}

function ShownTable({ table, caption }: { readonly table: NonNullable<ShownPart["table"]>; readonly caption: string }) {
  const { columns, rows, of } = table;
  const isText = (k: number) => columns[k]!.unit === "text";
  return (
    <figure className="brief-figure">
      <table className="brief-table">
        <thead>
          <tr>
            {columns.map((column, k) => (
              <th key={column.key} scope="col" title={column.about} className={isText(k) ? "is-text" : undefined}>
                <TermText text={column.label} />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, r) => (
            <tr key={r}>
              {row.map((cell, k) => (
                <td key={k} className={isText(k) ? "is-text" : undefined}>
                  <TermText text={cellText(columns[k]!.unit, cell)} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <figcaption className="brief-caption">
        {caption}
        {of > rows.length ? `; ${count(rows.length, "row")} of ${of.toLocaleString("en-GB")}` : ""}
      </figcaption>
    </figure>
  );
}
