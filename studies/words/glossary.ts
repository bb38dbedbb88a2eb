import { STRENGTH_NOTES } from "./strength-notes";

/** A word of the project's own, or of the trade, with what it means. */
export interface GlossaryEntry {
  readonly name: string;
  /** Other forms in which it is written [the name alone]. */
  readonly forms?: readonly string[];
  /** Only in a text that this occurs in: the word is a common one elsewhere. */
  readonly only?: RegExp;
  readonly says: string;
}

/** Every word that a reader cannot know, by where it is first met: hover texts and the page of words come from here. */
export const GLOSSARY: readonly { readonly part: string; readonly entries: readonly GlossaryEntry[] }[] = [
  {
    part: "Regime",
    entries: [
      {
        name: "regime",
        says: "Direction and volatility of the broad index. Each changes only after its new state has held on three sessions running.",
      },
      {
        name: "rising",
        forms: ["Rising"],
        only: /has been|judged|turned from|Ranging/,
        says: "The index is more than 2% above its 200-session average, and its 50-session average rises.",
      },
      {
        name: "falling",
        forms: ["Falling"],
        only: /has been|judged|turned from|Ranging/,
        says: "The index is more than 2% below its 200-session average, and its 50-session average falls.",
      },
      {
        name: "ranging",
        forms: ["Ranging"],
        says: "The index neither rises nor falls by the two rules of direction: it is near its 200-session average, or its 50-session average goes the other way.",
      },
      {
        name: "calm volatility",
        forms: ["calm", "Calm"],
        only: /volatility|Rough/i,
        says: "The average true range of 20 sessions, against the price, is more than half a standard deviation below its mean of three years.",
      },
      {
        name: "usual volatility",
        forms: ["usual", "Usual"],
        only: /volatility|Rough/i,
        says: "The average true range of 20 sessions, against the price, is near its mean of three years: from half a standard deviation below to one above.",
      },
      {
        name: "rough volatility",
        forms: ["rough", "Rough"],
        only: /volatility|Calm/i,
        says: "The average true range of 20 sessions, against the price, is more than one standard deviation above its mean of three years.",
      },
      {
        name: "volatility slope",
        says: "The 10-session over the 42-session average of the market's volatility index, less 1: below zero volatility subsides.",
      },
      {
        name: "suggested exposure",
        forms: ["Suggested exposure"],
        says: "Share of a chosen set of indexes that close above their 84-session averages.",
      },
      {
        name: "channel",
        forms: ["channels", "Channel"],
        says: "The regression line through the log closes of a number of sessions, with bounds at two standard deviations of what it leaves unexplained.",
      },
      {
        name: "leg",
        forms: ["legs"],
        says: "The move between two successive swings: turning points of the closes, each confirmed once the close is three average true ranges away from it.",
      },
      {
        name: "ATR",
        forms: ["ATRs"],
        says: "Average true range of 14 sessions: how far a session usually moves, its opening gap included.",
      },
      {
        name: "key level",
        forms: ["key levels", "Key levels"],
        says: "A price that others look at too: an average, the high or low of many sessions, a band, a swing. It is placed by its distance from the close in ATRs.",
      },
    ],
  },
  {
    part: "Breadth",
    entries: [
      {
        name: "breadth",
        forms: ["Breadth"],
        says: "How many members of a market take part in its move.",
      },
      {
        name: "all five averages",
        forms: ["all five"],
        says: "Above the 5-, 10-, 20-, 50- and 200-session averages at once, of the members for which all five are known.",
      },
      {
        name: "crowded",
        says: "70% or more of the members, unless set otherwise, are above all five averages: nearly all take part.",
      },
      {
        name: "washed out",
        forms: ["washed-out", "Washed out", "wash-out"],
        says: "10% or fewer of the members, unless set otherwise, are above all five averages, or Pressure stands at −60 or below: hardly any take part.",
      },
      {
        name: "stretched",
        says: "Pressure stands at +60 or above: participation is far above its own usual.",
      },
      {
        name: "thrust",
        forms: ["thrusts", "Thrusts"],
        says: "The share of members above their 10-session averages goes from 20% or less to 80% or more within 10 sessions.",
      },
      {
        name: "McClellan oscillator",
        says: "The 19-session less the 39-session exponential average of net advances, as 1,000 times their share of all that moved; its running sum is the summation.",
      },
      {
        name: "up-volume share",
        says: "Volume of the members that rose, of the volume of all that rose or fell.",
      },
      {
        name: "small sample",
        says: "Fewer than 20 cases, or fewer than 10 runs of them: the share may be far from what the next cases show.",
      },
      {
        name: "which overlap",
        says: "These sessions follow each other closely, so that their outcomes share days and are not independent of each other.",
      },
    ],
  },
  {
    part: "Timing",
    entries: [
      {
        name: "Pressure",
        forms: ["breadth pressure", "Breadth pressure"],
        says: "Breadth pressure, from −100 to +100: how far participation, net advances and the share of rising volume stand from their own means of three years; 40 times the mean of their four z.",
      },
      {
        name: "composite",
        forms: ["Composite"],
        says: "All members with the same weight: the chained mean of their one-session returns, 1,000 at the start.",
      },
      {
        name: "timing lanes",
        forms: ["lanes", "Lanes", "lane"],
        says: "Four signals on the composite from fast to slow: Quick, Checked, Steady and Long. Each is up or down, and stays so until the opposite condition holds.",
      },
      {
        name: "Quick",
        says: "The fastest lane: up while the regression slope of the log composite over five sessions is above zero, down while it is below.",
      },
      {
        name: "Checked",
        says: "Quick checked by breadth: up when Quick is up, the composite rose on the session and Pressure is above its 3-session average; down mirrored.",
      },
      {
        name: "Steady",
        says: "Up when the composite is above its 50-session average, and that average above its value five sessions ago, on two sessions running; down mirrored.",
      },
      {
        name: "Long",
        only: /lane|Steady/,
        says: "The slowest lane, judged at a week's end: up when on two week-ends running the composite is above its 30-week average and more members stand at Favour than at Avoid; down mirrored.",
      },
      {
        name: "re-entry",
        forms: ["Re-entry", "re-entries", "Re-entries"],
        says: "The first turn up of Checked after Pressure was washed out. The next one is armed once Pressure has been above zero.",
      },
      {
        name: "provisional",
        says: "Of a session, week or month that is not over: it may still change.",
      },
    ],
  },
  {
    part: "Strength",
    entries: [
      {
        name: "Strength",
        says: "Percentile rank of the combined return of three and six months in the set, 0 to 100.",
      },
      {
        name: "three and six months combined",
        forms: ["3+6 months"],
        says: "Half the return of 63 sessions and half that of 126, by which a set is ranked; its z says how far from the mean of the set it is.",
      },
      {
        name: "z",
        says: "Distance from the mean of the set, or of its own past, in standard deviations.",
      },
      {
        name: "staying power",
        says: "Mean of the Strength at the last ten weeks: who has been among the strongest for long.",
      },
      ...Object.entries(STRENGTH_NOTES).map(([name, says]) => ({ name, says })),
      {
        name: "Trend",
        only: /Trend (\d|of)|^Trend$|trailing stop/,
        says: "Of a stock, 0 to 100: its rank in the market by the mean of its ranks in the returns of one, three and six months and in its distance from the 50-session average.",
      },
      {
        name: "trailing stop",
        says: "Three average true ranges of 22 sessions below the highest close of 22, only ever raised. A close below it puts the stop on the other side: as far above the lowest close, only ever lowered, until a close above that.",
      },
      {
        name: "stance",
        forms: ["Stance", "Favour", "Hold", "Avoid"],
        says: "Favour: above the trailing stop, Trend of 60 or more, in an industry of the stronger half. Avoid: below it with a Trend under 40, or in one of the weakest industries. Hold: all else.",
      },
      {
        name: "focus",
        says: "The groups that the stocks are looked for in; they stay chosen on every screen.",
      },
    ],
  },
  {
    part: "Rotation",
    entries: [
      {
        name: "relative trend",
        forms: ["trend σ"],
        says: "How far a member stands from its own average against the benchmark, smoothed, in sigma: above zero it is ahead, below it is behind.",
      },
      {
        name: "momentum",
        says: "How the relative trend has changed over the last samples, in sigma: above zero it gains on the benchmark, below it gives way.",
      },
      {
        name: "sigma",
        forms: ["σ"],
        says: "The median deviation of the members of the set: one unit of the dial's rings, so that sets of different roughness can be compared.",
      },
      {
        name: "phase",
        forms: ["phases", "Phase"],
        says: "Ahead and gaining, ahead and easing, behind and slipping, behind and recovering: by the signs of relative trend and momentum.",
      },
      {
        name: "ahead and gaining",
        forms: ["ahead, gaining"],
        says: "Relative trend and momentum are both above zero.",
      },
      {
        name: "ahead and easing",
        forms: ["ahead, easing"],
        says: "Relative trend is above zero, momentum below it.",
      },
      {
        name: "behind and slipping",
        forms: ["behind, slipping"],
        says: "Relative trend and momentum are both below zero.",
      },
      {
        name: "behind and recovering",
        forms: ["behind, recovering"],
        says: "Relative trend is below zero, momentum above it.",
      },
      {
        name: "hub",
        says: "The middle of the dial: in line with the benchmark.",
      },
      {
        name: "flat line",
        says: "A benchmark that never moves: against it, ahead means rising by itself.",
      },
      {
        name: "turn",
        forms: ["turned", "turns", "Turns"],
        only: /finished|earlier|failed|took the lead|fell behind/,
        says: "The direction of the last two steps on the dial differs by more than 90 degrees from that of the two before.",
      },
      {
        name: "took the lead",
        says: "Relative trend went from below zero to above: the member passed the benchmark.",
      },
      {
        name: "fell behind",
        says: "Relative trend went from above zero to below: the benchmark passed the member.",
      },
      {
        name: "failed recovery",
        forms: ["recovery"],
        only: /failed/,
        says: "From recovering back to slipping without having been ahead.",
      },
      {
        name: "failed slip",
        forms: ["eased and gained again"],
        says: "From easing back to gaining without having been behind.",
      },
      {
        name: "temperament",
        forms: ["Temperament"],
        says: "Whether a group lives by growth, by the cycle of the economy, or by needs that do not change (defensive).",
      },
    ],
  },
  {
    part: "Plans",
    entries: [
      {
        name: "planned risk",
        forms: ["planned risks"],
        says: "From the planned entry to the stop, for the units first bought: 1 R. A result of +2.3 R made 2.3 times what was risked; a gap may lose more than 1 R.",
      },
      {
        name: "add-on",
        forms: ["add-ons"],
        says: "A level of a plan at which a part of the planned units is bought in addition, once; the stop that it brings is in force from the next session and only rises.",
      },
      {
        name: "expectancy",
        says: "The mean of what positions that are over have made, in planned risks; of those that had one.",
      },
      {
        name: "looking back",
        only: /planned|made|plan/,
        says: "A plan that was written on a later session than the one it was made for: what came of it could have been known.",
      },
    ],
  },
  {
    part: "Briefs and calls",
    entries: [
      {
        name: "routine",
        says: "The order of one's work: the questions of a brief in their order, each asked again when the next one is begun.",
      },
      {
        name: "frozen",
        forms: ["Frozen", "freeze"],
        says: "A part of a brief that keeps what it said; the others are asked as of the session of the brief, by the data that there are now.",
      },
      {
        name: "changed",
        forms: ["Changed"],
        only: /Changed since/,
        says: "A state in a part differs from the earlier brief, or a figure moved further than four of five of its own moves over as many sessions in three years.",
      },
      {
        name: "call",
        forms: ["calls"],
        only: /due|scored|made yet|confidence/,
        says: "What something will do over so many sessions, and how sure one is. It cannot be changed after the next close, and is scored when its time has come, also when it was withdrawn.",
      },
      {
        name: "base rate",
        forms: ["Base rate"],
        says: "How often holds as long, all that were over when a call was made, went its way.",
      },
      {
        name: "Brier score",
        forms: ["Brier"],
        says: "The mean squared distance of the confidence from what happened (1 right, 0 wrong): 0 is perfect, always saying half gives 0.25. A good one is below that of the base rate.",
      },
    ],
  },
];
