import { MOST_BESIDES } from '../docket';
import { asked, type Element } from './xml';

/** What of a ticket is about the job: what is made, for whom, when, on what. The rest is about tickets. */
const ABOUT = /^(Product|CustomerInfo|NodeInfo|Media|Comment)$|Intent$/;
/** Attributes that hold a ticket together, or that were looked at where they stand. */
const HOLDS =
  /^(xmlns.*|schemaLocation|type|.*Refs?|ID|.*ID|.*IDs|Class|Status|Version|DataType|Usage|IsRoot|MediaType|Surface|ColorsUsed|Side|Amount|PartIDKeys|Locked|Sorting|Level|DescriptiveName|Thickness)$/;
/** Elements that only say which part something else is of. */
const PARTS = /^(Part|SeparationSpec|AuditPool|Location)$/;

const LONGEST = 300;
const plain = (text: string): string =>
  [...text.replace(/[\p{Cc}\p{Cs}\s]+/gu, ' ').trim()].slice(0, LONGEST - 60).join('');

/**
 * What a ticket says of its job that nobody asked it for, entry by entry: `ColorIntent Coatings: Glossy`. To be called when
 * all has been read. No more than a person goes through.
 */
export function besides(root: Element): string[] {
  const out = new Set<string>();
  const put = (where: string, value: string): void => {
    const said = plain(value);
    if (said !== '' && out.size < MOST_BESIDES) out.add(`${plain(where).slice(0, 55)}: ${said}`);
  };
  // several products say the same: it was asked of the first
  const answered = new Set<string>();
  const idOf = (e: Element, name: string): string => `${e.name} ${name} ${e.attributes[name]!}`;
  const note = (e: Element): void => {
    for (const name of Object.keys(e.attributes)) if (asked(e, name)) answered.add(idOf(e, name));
    e.children.forEach(note);
  };
  note(root);
  const walk = (e: Element, parents: string, about: boolean): void => {
    const here = about || ABOUT.test(e.name);
    const path = here ? (parents ? `${parents} ${e.name}` : e.name) : '';
    if (PARTS.test(e.name)) return;
    if (here) {
      for (const [name, value] of Object.entries(e.attributes)) {
        if (HOLDS.test(name) || e.name === 'Intent' || answered.has(idOf(e, name))) continue;
        // what was agreed on stands before what was wished for
        if (name === 'Preferred' && e.attributes.Actual !== undefined) continue;
        // a span of an intent says what it comes to, or what is wished for (JDF 1.8, 7.1.1)
        put(/^(Actual|Preferred)$/.test(name) ? path : `${path} ${name}`, value);
      }
      if (e.text !== '') put(path, e.text);
    }
    // products stand in products: of each its own name is enough
    for (const c of e.children) walk(c, ABOUT.test(c.name) ? '' : path, here);
  };
  walk(root, '', false);
  return [...out];
}
