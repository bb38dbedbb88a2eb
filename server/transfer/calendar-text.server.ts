import ICAL from "ical.js";
import { isoDate } from "@core";

// The space with which a folded line goes on is one of its 75 bytes.
ICAL.foldLength = 74;

/** A whole-day entry of a calendar. */
export interface CalendarEntry {
  /** Its own in the world, and the same whenever the same entry is written. */
  readonly uid: string;
  readonly title: string;
  readonly about: string;
  /** Epoch days, both inclusive. */
  readonly from: number;
  readonly to: number;
}

/**
 * Whole-day entries as an iCalendar file.
 * Source: RFC 5545; the end of a whole-day event is the day after its last.
 * @param name of the calendar
 * @param entries what stands in it
 * @param made epoch day on which they were known
 * @returns the text of the file
 */
export function calendarText(name: string, entries: readonly CalendarEntry[], made: number): string {
  const calendar = new ICAL.Component("vcalendar");
  calendar.addPropertyWithValue("version", "2.0");
  calendar.addPropertyWithValue("prodid", "-//Yubrin//Calendar//EN");
  calendar.addPropertyWithValue("calscale", "GREGORIAN");
  calendar.addPropertyWithValue("x-wr-calname", name);
  for (const { uid, title, about, from, to } of entries) {
    const event = new ICAL.Component("vevent");
    event.addPropertyWithValue("uid", uid);
    event.addPropertyWithValue("dtstamp", ICAL.Time.fromDateTimeString(`${isoDate(made)}T00:00:00Z`));
    event.addPropertyWithValue("dtstart", ICAL.Time.fromDateString(isoDate(from)));
    event.addPropertyWithValue("dtend", ICAL.Time.fromDateString(isoDate(to + 1)));
    event.addPropertyWithValue("summary", title);
    event.addPropertyWithValue("description", about);
    event.addPropertyWithValue("transp", "TRANSPARENT");
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
}
