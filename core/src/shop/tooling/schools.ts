/** A question good practitioners answer differently. */
export interface School {
  readonly question: string;
  readonly answers: Readonly<Record<string, string>>;
  readonly why: string;
  /** What it changes in a plan. */
  readonly changes: string;
}

/** Where practice differs, with the default first and its reason. A job can override each. */
export const SCHOOLS = {
  half: {
    question: 'Which half first?',
    answers: {
      mortise: 'Mortise first, the tenon is fitted to it',
      tenon: 'Tenon first, the mortise is fitted to it',
    },
    why: 'Cutters come in fixed sizes and a saw can be set to any, so the closed mortise leads.',
    changes: 'the order of set-ups',
  },
  slot: {
    question: 'Open slot or its tenon first?',
    answers: {
      last: 'Tenon first, the slot is fitted to it',
      first: 'Slot first, the tenon is crept to it',
    },
    why: 'A blade’s slot can be fitted to its tenon; to what a stack leaves the tenon is.',
    changes: 'the order of set-ups',
  },
  housing: {
    question: 'Housing or its mortise first?',
    answers: {
      housing: 'Housing first, the mortise in its floor',
      mortise: 'Mortise first, from the whole face',
    },
    why: 'In the housing’s floor a cutter has less to go; on the whole face tool and line have flat wood.',
    changes: 'the order of set-ups, and where the first level of the mortise begins',
  },
  waste: {
    question: 'Cheeks or shoulders first?',
    answers: {
      computed: 'By where the waste goes',
      cheeks: 'Always cheeks first',
    },
    why: 'Shoulders first gives a crisp line where the waste falls outside the blade; where it would be trapped, cheeks come first.',
    changes: 'the order of set-ups, and which of the two cuts stops short',
  },
  corners: {
    question: 'Round mortise ends?',
    answers: {
      rounded: 'Round the tenon’s edges',
      squared: 'Square the ends with a chisel',
      clear: 'Leave the ends round and the tenon narrower',
    },
    why: 'A file round a tenon is quicker than a chisel in a deep mortise; the third suits joints nobody sees.',
    changes: 'what is proposed for a new joint',
  },
  cutter: {
    question: 'Which cutter?',
    answers: {
      largest: 'The largest that fits the mortise and the router',
      small: 'A small one, in more passes',
    },
    why: 'A large cutter stays stiff and needs one row; a small one loads a light router less.',
    changes: 'the cutter of a mortise that is squared or has clear ends',
  },
  trial: {
    question: 'Creep up or dial in?',
    answers: {
      dial: 'Dial the figure, then one test cut to prove it',
      creep: 'Start full and creep up on scrap until it fits',
    },
    why: 'A computed figure costs one test cut; creeping costs several, but trusts no scale.',
    changes: 'what the test cut asks for',
  },
  faces: {
    question: 'Cheeks from both faces, or from one?',
    answers: {
      both: 'From both, the piece turned over',
      one: 'From the reference face alone',
    },
    why: 'Turned over, two settings leave the tongue in the stock; from one face the stock’s thickness no longer matters, but a kerf or a second machine does.',
    changes: 'the way that is chosen for a tenon where nobody has chosen one',
  },
  guide: {
    question: 'Stops or templates?',
    answers: {
      stops: 'Fences and stops, set anew for every job',
      templates: 'Templates, kept for the next time',
    },
    why: 'Stops take minutes and any size; a template takes an hour, and pays when the joint comes back.',
    changes: 'the way that is chosen for a mortise or tenon where nobody has chosen one',
  },
  pieces: {
    question: 'By the piece, or by the set-up?',
    answers: {
      computed: 'Whichever takes less',
      piece: 'Piece by piece, a spacer held beside it',
      setup: 'All pieces at one place, then the fence is moved',
    },
    why: 'A spacer is in and out in seconds; for many pieces, moving the fence once is quicker.',
    changes: 'what is held beside the fence where a cut has several places',
  },
  places: {
    question: 'Places by a line, or by a number?',
    answers: {
      lines: 'Stops by the lines on the first piece',
      numbers: 'Stops by their numbers',
    },
    why: 'Ends that a tenon hides lie where a rule shows; a number needs no marked piece.',
    changes: 'how the stops of mortises, shoulders, notches and holes are set',
  },
  closing: {
    question: 'A frame of four closed in one go, or from two halves?',
    answers: {
      computed: 'In one go, while the glue stays open',
      once: 'All four corners in one go',
      halves: 'Two halves first, each held square',
    },
    why: 'Two corners are held square at leisure and never close in a panic; one go is in clamps once.',
    changes: 'the stages in which a frame is glued up',
  },
  length: {
    question: 'Cut to length first?',
    answers: {
      join: 'Join, then cut to length',
      length: 'Cut to final length, then join',
    },
    why: 'A horn keeps an end from splitting, and spare length lets a spoiled tenon be made again.',
    changes: 'the rough length that is proposed',
  },
} as const satisfies Record<string, School>;

export type SchoolName = keyof typeof SCHOOLS;
export type Schools = { readonly [S in SchoolName]: keyof (typeof SCHOOLS)[S]['answers'] };

/** Which half of a joint comes first, and which of a housing and its mortise. */
export type Precedence = Pick<Schools, 'half' | 'slot' | 'housing'>;

export const SCHOOL_NAMES = Object.keys(SCHOOLS) as SchoolName[];

/** Asked since version 2 of the job file: a file or a saved shop may not answer them yet. */
export const LATER_SCHOOLS: ReadonlySet<SchoolName> = new Set<SchoolName>([
  'faces',
  'guide',
  'slot',
  'housing',
  'places',
  'pieces',
  'closing',
]);

/** The first answer to every question: what Velk does until a shop says otherwise. */
export const USUAL_SCHOOLS = Object.fromEntries(
  SCHOOL_NAMES.map((name) => [name, Object.keys(SCHOOLS[name].answers)[0]]),
) as unknown as Schools;
