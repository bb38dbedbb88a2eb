import type { SVGProps } from "react";

/** A text of a drawing with an edge of paper around its letters, readable over what lies under it. */
export function HaloText(props: SVGProps<SVGTextElement>) {
  return <text stroke="var(--paper)" strokeWidth={4} paintOrder="stroke" {...props} />;
}
