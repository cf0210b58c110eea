import {
  INTENTS,
  profileOf,
  PROCESS,
  toned,
  tonesOf,
  USUAL_COLOUR,
  type ColourWish,
  type Tone,
  type ToneWish,
} from '../../../core';
import { Choice, Pick, Toggle } from '../../../ui/choices';
import { Row } from '../../../ui/fields';
import { NumberField } from '../../../ui/numbers';
import { AddProfile, useProfiles } from '../../../ui/profiles';
import { useJob } from '../context';

/** The machine's own profile, among others by their content. */
const MACHINE = 'machine';

const INTENT_SAID: Readonly<Record<ColourWish['intent'], readonly [label: string, detail: string]>> = {
  relative: ['Relative', 'to the paper; what cannot be printed comes as near as it goes'],
  perceptual: ['Perceptual', 'all colours move together: for photographs'],
  saturation: ['Saturation', 'as rich as they go: for charts'],
  absolute: ['Absolute', 'as measured, the paper’s tint with it: for proofs'],
};

/** How colours are brought into the inks of the machine. */
export function ColourRows() {
  const { colour, change } = useJob(({ docket, change }) => ({ colour: docket.artwork.colour ?? null, change }));
  const put = (next: ColourWish | null, label: string): void => change({ artwork: { colour: next } }, label);
  return (
    <>
      <Row label="Colours" hint={colour ? 'done where it is printed; pictures show how it comes out' : undefined}>
        <Choice
          label="Colours are printed"
          value={colour ? 'profile' : 'own'}
          options={[
            { key: 'own', label: 'As they are' },
            { key: 'profile', label: 'By profile' },
          ]}
          onChange={(to) => (to === 'own' ? put(null, 'colours as they are') : put(USUAL_COLOUR, 'colours by profile'))}
        />
      </Row>
      {colour && <ByProfile colour={colour} put={put} />}
    </>
  );
}

function ByProfile({
  colour,
  put,
}: {
  readonly colour: ColourWish;
  readonly put: (next: ColourWish, label: string) => void;
}) {
  const { machine, stock } = useJob(({ docket }) => docket.sheet);
  const kept = useProfiles();
  const own = colour.profile ?? null;
  const ofMachine = profileOf(machine, stock.id);
  const others = [...(own && !kept?.some((p) => p.sha256 === own.sha256) ? [own] : []), ...(kept ?? [])];
  return (
    <>
      <Row label="Profile">
        <Pick
          label="Profile"
          value={own?.sha256 ?? MACHINE}
          options={[
            {
              key: MACHINE,
              label: ofMachine ? ofMachine.name : `None of ${machine.name} yet`,
              detail: ofMachine ? `of ${machine.name} with ${stock.name}` : 'give it one in the shop',
            },
            ...others.map((p) => ({ key: p.sha256, label: p.name, detail: 'for this job' })),
          ]}
          onChange={(key) => put({ ...colour, profile: others.find((p) => p.sha256 === key) ?? null }, 'profile')}
        />
        <span className="mt-1 flex">
          <AddProfile onAdded={(profile) => put({ ...colour, profile }, 'profile')} />
        </span>
      </Row>
      <Row label="Intent">
        <Pick
          label="Rendering intent"
          value={colour.intent}
          options={INTENTS.map((key) => ({ key, label: INTENT_SAID[key][0], detail: INTENT_SAID[key][1] }))}
          onChange={(intent) => put({ ...colour, intent }, `intent ${intent}`)}
        />
        <span className="mt-1 flex">
          <Toggle
            label="Black point compensation"
            value={colour.blackPoint}
            onChange={(blackPoint) => put({ ...colour, blackPoint }, 'black point')}
          />
        </span>
      </Row>
      <Row label="Black" hint="letters and greys stay sharp; photographs are mixed of all inks">
        <Toggle
          label="Black and greys in black alone"
          value={colour.blackAlone}
          onChange={(blackAlone) => put({ ...colour, blackAlone }, 'black alone')}
        />
      </Row>
      <Row label="CMYK in the file">
        <Pick
          label="CMYK that has a profile"
          value={colour.cmyk}
          options={[
            { key: 'numbers', label: 'By its numbers', detail: 'as it was made; nothing is converted twice' },
            { key: 'converted', label: 'Through its profile', detail: 'made for another press' },
          ]}
          onChange={(cmyk) => put({ ...colour, cmyk }, 'CMYK')}
        />
      </Row>
    </>
  );
}

const PLAIN: ToneWish = { lighter: 0, contrast: 0, warmth: 0, curves: [] };
/** Where a curve is set here, of 1. */
const AT = [0.25, 0.5, 0.75, 1] as const;

/** How much of an ink is printed for how much of it. */
export function ToneRows() {
  const { tone, change } = useJob(({ docket, change }) => ({ tone: docket.artwork.tone ?? null, change }));
  const now = tone ?? PLAIN;
  const put = (part: Partial<ToneWish>, label: string): void => {
    const next = { ...now, ...part };
    change({ artwork: { tone: toned(next) || next.curves.length > 0 ? next : null } }, label);
  };
  return (
    <>
      <Row label="Tones" hint={tone && toned(tone) ? 'of what is printed in process inks; the file stays' : undefined}>
        <span className="grid grid-cols-3 gap-2">
          {(['lighter', 'contrast', 'warmth'] as const).map((of) => (
            <span key={of} className="grid min-w-0 text-xs text-ink-soft">
              {WORDS[of]}
              <NumberField
                label={`Tones, ${WORDS[of]}`}
                value={now[of]}
                unit="%"
                min={-100}
                max={100}
                digits={0}
                wide
                onChange={(value) => put({ [of]: value }, `${WORDS[of]} ${value} %`)}
              />
            </span>
          ))}
        </span>
        <span className="mt-1 flex">
          <Toggle
            label="A curve for each ink"
            value={now.curves.length > 0}
            onChange={(on) =>
              put(
                { curves: on ? PROCESS.map((ink) => ({ ink, points: straight() })) : [] },
                on ? 'curves' : 'no curves',
              )
            }
          />
        </span>
      </Row>
      {now.curves.length > 0 && <Curves curves={now.curves} put={(curves) => put({ curves }, 'curves')} />}
    </>
  );
}
const WORDS = { lighter: 'lighter', contrast: 'contrast', warmth: 'warmer' } as const;
const straight = (): [number, number][] => [[0, 0], ...AT.map((x): [number, number] => [x, x])];

/** What is printed for a quarter, a half, three quarters and all of an ink. */
function Curves({
  curves,
  put,
}: {
  readonly curves: ToneWish['curves'];
  readonly put: (curves: ToneWish['curves']) => void;
}) {
  const pointsOf = (ink: (typeof PROCESS)[number]) => curves.find((c) => c.ink === ink)?.points ?? straight();
  // one that was drawn elsewhere may have other points
  const tones = tonesOf({ ...PLAIN, curves });
  const set = (ink: (typeof PROCESS)[number], x: number, y: number): void => {
    const points = pointsOf(ink).filter(([at]) => at !== x);
    points.push([x, y]);
    points.sort(([a], [b]) => a - b);
    put([...curves.filter((c) => c.ink !== ink), { ink, points }]);
  };
  return (
    <Row label="Printed for" hint="per cent of each ink">
      <div className="grid grid-cols-[auto_repeat(4,minmax(0,1fr))] items-center gap-1 text-xs">
        <span />
        {AT.map((x) => (
          <span key={x} className="text-ink-soft">
            {x * 100} %
          </span>
        ))}
        {PROCESS.map((ink, i) => (
          <Line key={ink} ink={ink} printed={tones[i]!} set={(x, y) => set(ink, x, y)} />
        ))}
      </div>
    </Row>
  );
}

function Line({
  ink,
  printed,
  set,
}: {
  readonly ink: string;
  readonly printed: Tone;
  readonly set: (x: number, y: number) => void;
}) {
  return (
    <>
      <span className="pr-1 text-sm">{ink}</span>
      {AT.map((x) => (
        <NumberField
          key={x}
          label={`${ink}, for ${x * 100} %`}
          value={printed(x) * 100}
          max={100}
          digits={1}
          wide
          onChange={(value) => set(x, value / 100)}
        />
      ))}
    </>
  );
}
