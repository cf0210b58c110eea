import { dayText } from '../core';

/** Days as people say them. */

const DAY = 86_400_000;

/** The day it is where this browser stands, as `2026-11-29`. */
export function today(now = new Date()): string {
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}

/** Days from today to a day, less than none where it is over. */
export const daysUntil = (day: string, now = today()): number => Math.round((Date.parse(day) - Date.parse(now)) / DAY);

/** When something was, as one says it: `14:02` today, else with its day. */
export function timeText(iso: string, now = new Date()): string {
  const at = new Date(iso);
  const two = (n: number): string => String(n).padStart(2, '0');
  const time = `${two(at.getHours())}:${two(at.getMinutes())}`;
  return today(at) === today(now) ? time : `${dayText(today(at), true)}, ${time}`;
}
