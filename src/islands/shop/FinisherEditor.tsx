import { X } from 'lucide-react';
import type { Finisher } from '../../core';
import { Button } from '../../ui/Button';
import { LengthField, Row, SizeField } from '../../ui/fields';
import { Toggle } from '../../ui/choices';
import { NumberField, TextField } from '../../ui/numbers';
import { useUnit } from '../../ui/unit';
import { FinisherDrawing } from './Drawings';
import { Lift, OfBinder, OfCornerCutter, OfFolder, OfPunch, OfStitcher, OfTrimmer, Thickest } from './OfBinding';
import { OfSlitter } from './OfSlitter';
import { Programs } from './Programs';
import { Pace, Smallest, type SetFinisher } from './parts';
import { change } from './store';

/** What a machine of each kind counts by the hour, and what its largest is. */
export const FINISHER_WORDS: Readonly<Record<Finisher['kind'], { name: string; an: string; largest: string }>> = {
  stitcher: { name: 'Stitcher', an: 'booklets', largest: 'Largest booklet' },
  folder: { name: 'Folder', an: 'sheets', largest: 'Largest sheet' },
  binder: { name: 'Binder', an: 'books', largest: 'Largest book' },
  'sewing machine': { name: 'Sewing machine', an: 'books', largest: 'Largest book' },
  punch: { name: 'Punch', an: 'blocks', largest: 'Largest block' },
  'corner cutter': { name: 'Corner cutter', an: 'corners', largest: 'Largest piece' },
  trimmer: { name: 'Trimmer', an: 'piles', largest: 'Largest block' },
  guillotine: { name: 'Guillotine', an: 'cuts', largest: 'Cut, and depth' },
  creaser: { name: 'Creaser', an: 'passes', largest: 'Largest, across and along' },
  slitter: { name: 'Slitter', an: 'sheets', largest: 'Largest, across and along' },
};

/** A finishing machine of the shop, drawn as its figures are typed. */
export function FinisherEditor({ finisher }: { readonly finisher: Finisher }) {
  const { unit } = useUnit();
  const words = FINISHER_WORDS[finisher.kind];
  const set: SetFinisher = (part, label) =>
    void change('finishers', { ...finisher, ...part } as Finisher, `${finisher.name}: ${label}`);
  return (
    <>
      <FinisherDrawing finisher={finisher} unit={unit} />
      <Row label="Name">
        <TextField
          label="Name"
          value={finisher.name}
          empty="A machine has a name."
          onChange={(name) => set({ name }, name)}
        />
      </Row>
      <Row label={words.largest}>
        <SizeField
          label={words.largest}
          value={finisher.largest}
          unit={unit}
          onChange={(largest) => set({ largest }, 'largest')}
        />
      </Row>
      <OfKind finisher={finisher} set={set} />
      <Pace machine={finisher} an={words.an} set={set} />
    </>
  );
}

/** The limits that only its kind has. */
function OfKind({ finisher, set }: { readonly finisher: Finisher; readonly set: SetFinisher }) {
  switch (finisher.kind) {
    case 'stitcher':
      return <OfStitcher finisher={finisher} set={set} />;
    case 'folder':
      return <OfFolder finisher={finisher} set={set} />;
    case 'corner cutter':
      return <OfCornerCutter finisher={finisher} set={set} />;
    case 'trimmer':
      return <OfTrimmer finisher={finisher} set={set} />;
    case 'guillotine':
      return <OfGuillotine finisher={finisher} set={set} />;
    case 'creaser':
      return <OfCreaser finisher={finisher} set={set} />;
    case 'slitter':
      return <OfSlitter finisher={finisher} set={set} />;
    case 'binder':
      return <OfBinder finisher={finisher} set={set} />;
    case 'punch':
      return <OfPunch finisher={finisher} set={set} />;
    case 'sewing machine':
      return <Thickest finisher={finisher} set={set} />;
  }
}

type Cutter = Extract<Finisher, { kind: 'guillotine' }>;

/** What a guillotine holds, under its knife and in its memory. */
function OfGuillotine({ finisher, set }: { readonly finisher: Cutter; readonly set: SetFinisher }) {
  const { unit } = useUnit();
  const { lift, smallestStrip, bareClamp, memory } = finisher;
  return (
    <>
      <Lift lift={lift} least={1} hint="the height of the pile that it cuts at once" set={set} />
      <Row label="Smallest strip" hint="what must lie under the clamp behind the knife">
        <LengthField
          label="Smallest strip"
          value={smallestStrip}
          unit={unit}
          max={1000}
          onChange={(smallestStrip) => set({ smallestStrip }, 'smallest strip')}
        />
      </Row>
      <Row label="False clamp" hint="what must lie there when it is taken off">
        <span className="flex flex-wrap items-center gap-2">
          <Toggle
            label="Has one"
            value={bareClamp !== null}
            onChange={(on) => set({ bareClamp: on ? Math.round(smallestStrip / 3) : null }, 'false clamp')}
          />
          {bareClamp !== null && (
            <LengthField
              label="Smallest strip without the false clamp"
              value={bareClamp}
              unit={unit}
              max={smallestStrip}
              onChange={(bareClamp) => set({ bareClamp }, 'false clamp')}
            />
          )}
        </span>
      </Row>
      <Row label="Memory" hint="a program with more cuts is set by hand">
        <span className="flex flex-wrap items-center gap-2">
          <Toggle
            label="Holds programs"
            value={memory !== null}
            onChange={(on) => set({ memory: on ? 99 : null }, 'memory')}
          />
          {memory !== null && (
            <NumberField
              label="Cuts in a program"
              value={memory}
              unit="cuts"
              min={1}
              max={10_000}
              digits={0}
              onChange={(n) => set({ memory: Math.round(n) }, 'memory')}
            />
          )}
        </span>
      </Row>
      {memory !== null && <Programs machine={finisher} />}
    </>
  );
}

type CreaserWish = Extract<Finisher, { kind: 'creaser' }>;

/** What a creaser takes, and how near its lines may be. */
function OfCreaser({ finisher, set }: { readonly finisher: CreaserWish; readonly set: SetFinisher }) {
  const { unit } = useUnit();
  return (
    <>
      <Smallest finisher={finisher} set={set} />
      <Row label="Lines in a pass">
        <NumberField
          label="Lines in a pass"
          value={finisher.mostLines}
          unit="lines"
          min={1}
          max={100}
          digits={0}
          onChange={(n) => set({ mostLines: Math.round(n) }, 'lines in a pass')}
        />
      </Row>
      <Row label="Lines apart" hint="how near one may be to the next, or to an edge">
        <LengthField
          label="Lines apart"
          value={finisher.nearest}
          unit={unit}
          max={1000}
          onChange={(nearest) => set({ nearest }, 'lines apart')}
        />
      </Row>
      <Row label="Perforates">
        <Toggle
          label="As well as it scores"
          value={finisher.perforates}
          onChange={(perforates) => set({ perforates }, perforates ? 'perforates' : 'scores only')}
        />
      </Row>
      <Channels channels={finisher.channels ?? []} set={set} />
    </>
  );
}

type Channel = NonNullable<CreaserWish['channels']>[number];

/** The next channel, wider: for paper so thick that it is one and a half times that, and the rule's half millimetre. */
const another = (last: Channel | undefined): Channel => {
  const width = Math.min(10, Math.round((last ? last.width * 1.4 : 0.8) * 10) / 10);
  return { width, most: Math.max(0.05, Math.round((width - 0.5) * 100) / 150) };
};

/** The channels that paper is scored in, by how thick it is. */
function Channels({ channels, set }: { readonly channels: readonly Channel[]; readonly set: SetFinisher }) {
  const { unit } = useUnit();
  const put = (to: readonly Channel[]): void => set({ channels: to.length > 0 ? [...to] : null }, 'channels');
  const change = (i: number, part: Partial<Channel>): void =>
    put(channels.map((c, k) => (k === i ? { ...c, ...part } : c)));
  return (
    <Row label="Channels" hint="how wide, and the thickest paper that each is for">
      <span className="grid gap-1.5">
        {channels.map(({ width, most }, i) => (
          <span key={i} className="flex flex-wrap items-center gap-1.5">
            <LengthField
              label={`Channel ${i + 1}, width`}
              value={width}
              unit={unit}
              min={0.1}
              max={10}
              onChange={(width) => change(i, { width })}
            />
            <span className="text-sm">for paper to</span>
            <LengthField
              label={`Channel ${i + 1}, thickest paper`}
              value={most}
              unit={unit}
              min={0.01}
              max={10}
              onChange={(most) => change(i, { most })}
            />
            <Button
              small
              kind="quiet"
              aria-label={`Without channel ${i + 1}`}
              onPress={() => put(channels.filter((_, k) => k !== i))}
            >
              <X size={13} aria-hidden />
            </Button>
          </span>
        ))}
        <span>
          <Button small isDisabled={channels.length >= 20} onPress={() => put([...channels, another(channels.at(-1))])}>
            {channels.length === 0 ? 'Say which it has' : 'Another'}
          </Button>
        </span>
      </span>
    </Row>
  );
}
