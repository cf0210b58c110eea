import { useEffect, useState } from 'react';
import {
  FileTrigger,
  Menu,
  MenuItem,
  MenuTrigger,
  Popover,
  ToggleButton,
  ToggleButtonGroup,
} from 'react-aria-components';
import { Download, Plus, Upload } from 'lucide-react';
import type { ShopFile, ShopList, ShopValue } from '../../core';
import { Button } from '../../ui/Button';
import { listen } from '../../ui/client';
import { useUndoKey } from '../../ui/keys';
import { Mast } from '../../ui/Mast';
import { NoticeList } from '../../ui/Notices';
import { POPOVER } from '../../ui/popover';
import { RegionKey, SkipLinks } from '../../ui/Regions';
import { CsvImport } from './CsvImport';
import { Entries } from './Entries';
import { Filling } from './Filling';
import { FINISHER_WORDS } from './FinisherEditor';
import { HouseEditor } from './HouseEditor';
import { KeptRules } from './KeptRules';
import { KeptTraps } from './KeptTraps';
import { newFinisher, newMachine, newStock } from './fresh';
import { NewPrinter } from './NewPrinter';
import { add, importFile, readShop, undoShop, useShop, type Shown } from './store';

const TAB =
  'flex min-h-8 items-baseline gap-1.5 border-b-3 border-transparent px-2.5 py-0.5 data-[selected]:border-rust data-[selected]:font-semibold hover:border-ink/40';
const ITEM = 'cursor-pointer px-3 py-1.5 outline-none data-[focused]:bg-oat-deep';

const LISTS: Readonly<Record<ShopList, string>> = { stocks: 'Stocks', machines: 'Presses', finishers: 'Finishing' };

function Tabs({ file, shown }: { readonly file: ShopFile; readonly shown: Shown }) {
  const n = (list: ShopList): number =>
    (file[list] as readonly { retired: boolean }[]).filter((e) => !e.retired).length;
  return (
    <ToggleButtonGroup
      aria-label="What of the shop"
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[shown]}
      onSelectionChange={(k) => useShop.setState({ shown: [...k][0] as Shown })}
      className="flex flex-wrap"
    >
      {(Object.keys(LISTS) as ShopList[]).map((list) => (
        <ToggleButton key={list} id={list} className={TAB}>
          {LISTS[list]} <span className="num text-sm font-normal">{n(list)}</span>
        </ToggleButton>
      ))}
      <ToggleButton id="house" className={TAB}>
        The shop itself
      </ToggleButton>
    </ToggleButtonGroup>
  );
}

/** What can be put into the list that is looked at. */
function Adding({ shown }: { readonly shown: Shown }) {
  const [asking, setAsking] = useState<'printer' | 'csv' | null>(null);
  const put = (list: ShopList, value: ShopValue): void => void add(list, value, `${value.name} added`);
  return (
    <>
      {shown === 'stocks' && (
        <>
          <Button kind="next" onPress={() => put('stocks', newStock())}>
            <Plus size={16} aria-hidden /> New stock
          </Button>
          <Button onPress={() => setAsking('csv')}>From a CSV</Button>
        </>
      )}
      {shown === 'machines' && (
        <>
          <Button kind="next" onPress={() => setAsking('printer')}>
            <Plus size={16} aria-hidden /> Press by its address
          </Button>
          <Button onPress={() => put('machines', newMachine())}>By hand</Button>
        </>
      )}
      {shown === 'finishers' && (
        <MenuTrigger>
          <Button kind="next">
            <Plus size={16} aria-hidden /> New machine
          </Button>
          <Popover aria-label="Kind of machine" className={POPOVER} placement="bottom end">
            <Menu
              aria-label="Kind of machine"
              className="py-1 outline-none"
              onAction={(kind) => put('finishers', newFinisher(kind as keyof typeof FINISHER_WORDS))}
            >
              {Object.entries(FINISHER_WORDS).map(([kind, { name }]) => (
                <MenuItem key={kind} id={kind} className={ITEM}>
                  {name}
                </MenuItem>
              ))}
            </Menu>
          </Popover>
        </MenuTrigger>
      )}
      <NewPrinter open={asking === 'printer'} onClose={() => setAsking(null)} />
      <CsvImport open={asking === 'csv'} onClose={() => setAsking(null)} />
    </>
  );
}

/** The shop's own paper and machines: each drawn to scale as its figures are typed. */
export function ShopView({ first }: { readonly first: ShopFile }) {
  useState(() => useShop.setState({ file: first }));
  const { file, shown, saving } = useShop();
  const [ready, setReady] = useState(false);
  useUndoKey(undoShop);
  useEffect(() => {
    setReady(true);
    return listen((e) => (e.kind === 'shop' || e.kind === 'open') && void readShop().catch(() => undefined));
  }, []);
  const empty = file.stocks.length + file.machines.length + file.finishers.length === 0;
  return (
    <div className="flex min-h-screen flex-col min-[900px]:h-screen" data-ready={ready || undefined}>
      <SkipLinks to={[['shop', 'To the lists']]} />
      <RegionKey />
      <Mast here="shop">
        <span className="ml-auto text-sm text-ink-soft" role="status" data-sync={saving > 0 ? 'saving' : 'saved'}>
          {saving > 0 ? 'Saving…' : 'Saved'}
        </span>
      </Mast>
      <main
        id="shop"
        data-region="shop"
        className="mx-auto flex min-h-0 w-full max-w-7xl flex-1 flex-col gap-2 px-4 pt-4 pb-3"
      >
        <div className="flex flex-wrap items-center gap-2">
          <h1 className="mr-auto text-3xl">{file.house.name}</h1>
          <Adding shown={shown} />
          <FileTrigger
            acceptedFileTypes={['.json', 'application/json']}
            onSelect={(l) => l?.[0] && void importFile(l[0])}
          >
            <Button>
              <Upload size={16} aria-hidden /> Import
            </Button>
          </FileTrigger>
          <a
            href="/api/shop/file"
            download
            className="inline-flex min-h-8 items-center gap-1.5 rounded-sm border border-ink/40 bg-paper px-3 py-1 font-medium hover:border-ink"
          >
            <Download size={16} aria-hidden /> Export
          </a>
        </div>
        {empty && shown !== 'house' ? (
          <Filling />
        ) : (
          <>
            <Tabs file={file} shown={shown} />
            {shown === 'house' ? (
              <div className="grid min-h-0 content-start items-start gap-x-10 overflow-auto border-t border-ink pt-3 min-[1100px]:grid-cols-2">
                <div className="grid gap-6">
                  <div>
                    <HouseEditor house={file.house} />
                  </div>
                  <KeptTraps house={file.house} />
                </div>
                <KeptRules house={file.house} />
              </div>
            ) : (
              <Entries key={shown} list={shown} />
            )}
          </>
        )}
      </main>
      <NoticeList />
    </div>
  );
}
