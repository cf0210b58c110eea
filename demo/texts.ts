/** What the Gullcroft Tool Library has to say. All of it made up. */
export const RULES: readonly (readonly [string, string])[] = [
  [
    'What we are',
    'The tool library is a shed, a loft and a ledger. Whatever is in it belongs to everybody in Gullcroft who pays the yearly fee, which is the price of a good paintbrush.\nYou may borrow up to four tools at a time for a fortnight. Longer is a matter of asking. We have never yet said no to a boat.',
  ],
  [
    'Before you borrow',
    'Bring your card and know what the job is. Half of what people ask for is the wrong tool for it, and the desk would rather spend ten minutes talking than an evening mending.\nLook the tool over with us. What is loose, chipped or blunt goes into the ledger before it leaves, not after.',
  ],
  [
    'While it is yours',
    'Use it for what it is for. A chisel is not a screwdriver, a plane is not a hammer, and the long ladder is not a gangway.\nIf something breaks, bring the pieces. Nobody has been fined for an honest break since the ledger began.',
  ],
  [
    'Bringing it back',
    'Clean, dry, and with everything that came in the box. The oily rags are in the blue tin by the door.\nLate is a few pence a day into the jar. Late without a word is a conversation with whoever was waiting.',
  ],
  [
    'The workshop',
    'The long bench is free on weekday evenings and Saturday mornings. Book the lathe; do not book the vice.\nChildren are welcome with somebody who has two hands free.',
  ],
  [
    'Sharpening',
    'Thursday is the sharpening evening. Bring edges of any kind; leave with the habit.\nThe stones are flattened once a week, the strops are dressed once a month, and the coffee is on from six.',
  ],
  [
    'Boats',
    'From April to October the slip is busy. Caulking irons, rove punches and the steam box are kept in the boat shed and lent by the tide, not by the day.\nThe tide table hangs by the door. So does a list of people who did not read it.',
  ],
  [
    'Giving tools',
    'We take tools that work, and tools that could. What we have three of we pass on to the school.\nWrite down what you know of it: whose it was, what it built. The ledger has a column for that.',
  ],
];

export const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

export const NOTES: readonly (readonly [string, string])[] = [
  [
    'Reading the tables',
    'Times are those of the harbour clock; in summer add an hour. Heights are above the sill of the old lock.\nWind from the south-west holds the water up and makes high water late. Add a hand’s breadth for every force above six.',
  ],
  [
    'Springs and neaps',
    'Two days after full and new moon the tides run highest and lowest. The slip is dry for three hours then, and the mussel bed for one.\nAt neaps the difference is less than a man’s height, and the ferry can use the inner steps all day.',
  ],
  [
    'Borrowing by the tide',
    'Tools from the boat shed go out on one low water and come back before the second. Write the tide into the ledger, not the hour.',
  ],
  [
    'What the old book says',
    'A ring round the moon with one star in it is one day’s warning. Gulls inland: leave the glue for tomorrow.',
  ],
];
