import type { ReactNode } from "react";
import { Link } from "react-router";

interface Props {
  readonly label: string;
  /** What stands at its head [the label]. */
  readonly title?: ReactNode;
  /** Where all of it is seen, and how that is called. */
  readonly to: string;
  readonly more: string;
  readonly className?: string;
  readonly children: ReactNode;
}

/** An area of Today: its head with the way to its screen, and what there is to say. */
export function TodaySection({ label, title = label, to, more, className, children }: Props) {
  return (
    <section aria-label={label} className={className}>
      <h2 className="heading flex justify-between border-b border-ink/60 pb-1">
        <span>{title}</span>
        <Link className="font-normal link" to={to}>
          {more}
        </Link>
      </h2>
      {children}
    </section>
  );
}
