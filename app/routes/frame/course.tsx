import clsx from "clsx";
import { BookOpenText, Moon, PanelLeftClose, PanelLeftOpen, Sun } from "lucide-react";
import { Link, useFetcher, useLocation, useRouteLoaderData } from "react-router";
import type { loader as rootLoader } from "~/root";
import { hrefOf, useHere } from "~/here";
import { COURSE } from "~/screens";

/** The course of the work down the left side. */
export function Course() {
  const here = useHere();
  const { pathname } = useLocation();
  const settings = useRouteLoaderData<typeof rootLoader>("root")?.settings;
  const fetcher = useFetcher();
  const wanted = fetcher.formData?.get("course") ?? settings?.course;
  const narrow = wanted === "narrow";
  const lamp = settings?.theme === "lamp";
  const set = (setting: Record<string, string>) => void fetcher.submit(setting, { method: "post", action: "/settings" });
  return (
    <nav
      aria-label="Course"
      className={clsx(
        "flex shrink-0 flex-col overflow-y-auto border-r border-rule bg-paper pt-2 print:hidden",
        narrow ? "w-12" : "w-[148px]",
      )}
    >
      {COURSE.map(({ part, screens }) => (
        <section key={part} className="mb-1.5">
          <h2 className={clsx("px-4 pb-0.5 text-[11px] leading-4 tracking-wider text-soft uppercase", narrow && "sr-only")}>
            {part}
          </h2>
          {screens.map(({ name, path, letter, icon: Icon }) => {
            const current = path === "/" ? pathname === "/" : pathname.startsWith(path);
            return (
              <Link
                key={path}
                to={hrefOf(here, path)}
                prefetch="intent"
                aria-current={current ? "page" : undefined}
                title={`${name} (g then ${letter})`}
                className={clsx(
                  "flex h-7 items-center gap-2 border-l-2 pl-4",
                  current ? "border-indigo bg-chosen font-semibold text-indigo" : "border-transparent hover:text-indigo",
                )}
              >
                <Icon size={15} strokeWidth={1.6} aria-hidden />
                <span className={clsx(narrow && "sr-only")}>{name}</span>
              </Link>
            );
          })}
        </section>
      ))}
      <div className={clsx("mt-auto flex gap-1 p-2", narrow ? "flex-col" : "px-3")}>
        <button
          type="button"
          className="p-1.5 text-soft hover:text-indigo"
          onClick={() => {
            set({ theme: lamp ? "paper" : "lamp" });
          }}
          aria-label={lamp ? "Paper theme (light)" : "Lamp theme (dark)"}
          title={lamp ? "Paper theme (light)" : "Lamp theme (dark)"}
        >
          {lamp ? <Sun size={15} aria-hidden /> : <Moon size={15} aria-hidden />}
        </button>
        <button
          type="button"
          className="p-1.5 text-soft hover:text-indigo"
          onClick={() => {
            set({ course: narrow ? "wide" : "narrow" });
          }}
          aria-label={narrow ? "Widen the course" : "Narrow the course"}
          title={narrow ? "Widen the course" : "Narrow the course"}
        >
          {narrow ? <PanelLeftOpen size={15} aria-hidden /> : <PanelLeftClose size={15} aria-hidden />}
        </button>
        <Link
          className="p-1.5 text-soft hover:text-indigo"
          to={hrefOf(here, "/guide")}
          aria-label="How the work goes"
          title="How the work goes"
        >
          <BookOpenText size={15} aria-hidden />
        </Link>
      </div>
    </nav>
  );
}
