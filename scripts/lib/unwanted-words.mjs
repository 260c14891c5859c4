const whole = (word, unless) => ({ word, pattern: new RegExp(`(?<![\\w…-])(?:${word})(?![\\w-])`, 'i'), ...(unless ? { unless } : {}) })

/**
 * Words that pages do not use, with the use that is allowed all the same: figures of speech that read as translated, British
 * spellings, and second names for things that have one.
 */
export const UNWANTED = [
  ...[
    'came',
    'came in',
    'stands',
    'lies',
    'lay',
    'laid',
    'bears',
    'takes',
    'goes first',
    'put on',
    'let go',
    'taken hold',
    'drag(?:s|ged)? along',
    'beside',
  ],
  ...[
    'by the sheet',
    'of the kind',
    'asked',
    'wanted',
    'knobs?',
    'sticks',
    'swell(?:s|ing)?',
    'crooked',
    'bush(?:es)?',
    'run-out',
    'refused',
    'gone',
    'school',
    'margin margin',
  ],
  ...['petrol', 'tyres?', 'towards', 'per cent', 'centre', 'colour', 'neighbours?', 'litres?', 'metres?', 'catalogue'],
].map((word) => whole(word))

UNWANTED.push(
  whole('goes', /goes oval/),
  whole(
    'behind',
    /behind the transmission|rated behind|(?:stall|rpm|Oil flung outward) behind|behind (?:this|an|another) engine|in front of, behind|close behind/i,
  ),
  whole('whole', /whole number|^whole $/),
  whole('box(?:es)?', /filled (?:box|boxes)|boxes are/i),
  whole(
    'core',
    /late core|tow-rig core|from a core|exposed core|on the core|about the core|spot of core|hard case|case or core|τcore|core yield|core(?:,| )(?:shear|yield)|^core$/i,
  ),
  whole('linings?', /band lining|lockup/i),
  whole('fine', /fine dial|fine filter/),
  whole('calliper', /npm run/),
)
