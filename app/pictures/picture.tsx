import type { Picture as PictureData } from "@studies/pictures/picture-schema";
import { Bars } from "./bars";
import { Curves } from "./curves";
import { PictureDial } from "./picture-dial";
import { Panes } from "./panes";
import type { PictureColours } from "./picture-colours";

interface Props {
  readonly picture: PictureData;
  /** What it shows, for those who cannot see it. */
  readonly label: string;
  readonly colours: PictureColours;
}

/** A picture of a brief: the same on the screen, in a file and on paper. */
export function Picture({ picture, label, colours }: Props) {
  switch (picture.kind) {
    case "panes":
      return <Panes picture={picture} label={label} colours={colours} />;
    case "bars":
      return <Bars picture={picture} label={label} colours={colours} />;
    case "curves":
      return <Curves picture={picture} label={label} colours={colours} />;
    case "dial":
      return <PictureDial picture={picture} label={label} colours={colours} />;
  }
}
