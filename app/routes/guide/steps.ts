import type { ScreenId } from "~/screens";

/** A press into a step: a screen, with what its address says. */
export interface Press {
  readonly label: string;
  readonly screen: ScreenId;
  /** Behind the path of the screen. */
  readonly path?: string;
  readonly params?: Readonly<Record<string, string>>;
}

export interface Step {
  readonly part: string;
  readonly question: string;
  readonly about: string;
  readonly presses: readonly Press[];
}

/** What is on this desk to step into; empty or undefined for what is not there. */
export interface AtHand {
  /** Key and name of the sector that leads. */
  readonly leader: { readonly key: string; readonly name: string } | undefined;
  /** Ids of the latest plan that is open, and of the latest brief. */
  readonly plan: string | undefined;
  readonly brief: { readonly id: string; readonly title: string } | undefined;
}

/** The work in its order, each part with its question and where it is begun. */
export function stepsOf({ leader, plan, brief }: AtHand): Step[] {
  const inLeader = leader ? { focus: leader.key } : undefined;
  return [
    {
      part: "Read",
      question: "Is this a market to buy in?",
      about:
        "The direction of the index says little by itself: how many members take part, and what the signals from fast to slow say, is read beside it.",
      presses: [
        { label: "Today, all of it on one page", screen: "today" },
        { label: "How many members take part", screen: "breadth" },
        { label: "Signals from fast to slow", screen: "timing" },
      ],
    },
    {
      part: "Compare",
      question: "Which of its parts lead, and which are coming?",
      about:
        "From sectors down to industries and stocks, or from the world to a country. What is picked here is the focus of all that follows.",
      presses: [
        { label: "The sectors as they go round", screen: "rotation" },
        ...(leader
          ? [{ label: `${leader.name}, stock by stock`, screen: "groups", params: { in: leader.key } } satisfies Press]
          : [{ label: "Groups by their strength", screen: "groups" } satisfies Press]),
        { label: "Who held up in the last decline", screen: "period-map" },
        { label: "Which months have been kind to whom", screen: "seasons" },
      ],
    },
    {
      part: "Ask",
      question: "What has followed days like this one?",
      about: "With how many cases, against how all days went, and the worst of them. A sentence is enough to ask.",
      presses: [
        { label: "What is true at this close", screen: "precedents", params: { beside: "now" } },
        { label: "The levels around the index", screen: "key-levels" },
      ],
    },
    {
      part: "Select",
      question: "Which stocks, inside what leads?",
      about:
        "Clause by clause until few enough are left to look at, one by one; what is worth it becomes a list that keeps itself.",
      presses: [
        {
          label: leader ? `Risers in ${leader.name}` : "Risers",
          screen: "screen",
          params: { when: "its return over 66 sessions is above 10%", rank: "return_66", ...inLeader },
        },
        { label: "What is set up for the next session", screen: "setups" },
        { label: "The lists, and what came into them", screen: "lists" },
      ],
    },
    {
      part: "Act",
      question: "How much, until where, and was it right?",
      about:
        "An idea is tried on the past before it is planned; the week is written up, and what was said in it is scored later.",
      presses: [
        { label: "What holding the leaders would have made", screen: "trials", path: "/models" },
        plan === undefined
          ? { label: "Plans, from stop to target", screen: "plans" }
          : { label: "The plan that is under way", screen: "plans", path: `/${plan}` },
        brief === undefined
          ? { label: "Begin the weekly review", screen: "briefs" }
          : { label: `“${brief.title}”, a review`, screen: "briefs", path: `/${brief.id}` },
      ],
    },
  ];
}
