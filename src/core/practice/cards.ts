/**
 * How hands do a thing, step by step, as it is commonly taught: shown where the act is recorded. Nobody has verified a
 * word of it against a publication; each hatchery has its own way, and label, local law and licensed practice go before it.
 */
export type Card = { title: string; steps: readonly string[]; stop?: string };

export const cards = {
  strip: {
    title: 'How she is stripped',
    steps: [
      'Wipe her, the hands and the bowl dry: the first drop of water starts the clock of every egg.',
      'A large female lies in a damp hammock, its opening at her vent; a small one is held by hand, head up.',
      'Press gently from behind the breast fins towards the vent, and let the eggs run along the wall of the bowl.',
      'Into recovery water at once, and note the time.',
    ],
    stop: 'Stop when eggs no longer run freely: force brings blood, hard eggs and a dead female.',
  },
  milt: {
    title: 'How milt is taken',
    steps: [
      'Prepare the male once eggs run, not before: milt ages in the dish.',
      'Wipe him dry; let the first drops go, they carry urine.',
      'Into a dry dish or a syringe, each male apart; keep it cold, shallow and open to the air.',
      'A drop under the microscope, wetted there: it should boil with movement.',
    ],
    stop: 'With urine, blood or water in it, or without movement: hold it apart and take another male.',
  },
  sexes: {
    title: 'Male or female (salmon, trout, char)',
    steps: [
      'Male: jaw long and hooked, snout pointed, back high, colours bright, fins edged with white; milt under light pressure.',
      'Female: head short and round, body deep and soft, vent swollen and red when ripe.',
      'Look at several together: out of season, and in young fish, the signs fail. Unsure is an answer.',
      'Where females of a tank are ripe, males beside them should be too: look at both.',
    ],
  },
  pick: {
    title: 'What is dead, and what is not',
    steps: [
      'White through and through is dead. A white point in a clear egg is the germ: leave it.',
      'Brown is dirt: it comes off with the tip of a feather, and the egg below lives.',
      'Pale is not yet dead: leave it for tomorrow and note it as left. Pulling pale eggs costs live ones.',
      'Take them with soft tips (two sticks and an elastic will do) or a siphon; move live ones with a feather.',
    ],
    stop: 'Do not dig among eggs in their sensitive days: only what lies on top.',
  },
  jar: {
    title: 'How a jar is set up',
    steps: [
      'A little water at the bottom first, so that eggs fall soft.',
      'Pour them along the wall; shake the jar to and fro once, that they lie level.',
      'Fit the standpipe down to the bottom, straight and in the middle.',
      'Open the nozzle slowly until all eggs just roll; no dead corner, none over the lip.',
      'Look again after ten minutes, and after an hour: eggs swell, and roll higher.',
    ],
  },
  stages: {
    title: 'Which stage is it',
    steps: [
      'Green: clear, with a pale point on top; no body is seen. Nothing but time changes it.',
      'Eyed: two dark points, from above or through the shell. Count it eyed when both are dark, not when one shadow shows.',
      'Body: it lies curled around the yolk and moves under the lamp; hatch is near.',
      'Yolk-sac: hatched, a round sac hangs below, it lies on its side.',
      'Late yolk-sac: the sac is a thin belly line, it rights itself and swims in short starts.',
      'Swum up: free in the water, the sac gone or nearly: it wants its first food.',
    ],
  },
  larvae: {
    title: 'Hands off larvae',
    steps: [
      'Until they swim up they are not netted, poured or graded: a beaker dipped full is enough to look.',
      'No sudden light, no knock at the wall.',
      'Perches and their like come to the surface for their first air: keep a spray on it, free of film.',
    ],
    stop: 'What cannot wait is done under water, in a bowl.',
  },
  move: {
    title: 'How they go over',
    steps: [
      'Both ends first: the other unit filled the day before, its drain and screen seated, air and flow on, both waters read.',
      'No feed before it; dim light, one who counts, one who carries.',
      'By net: lower the level by the valve or a shorter standpipe, never by lifting the last one; crowd with a screen, few to a net, wet hands.',
      'By pipe: clean water through it first, wide bends, its end below the water; flush after the last one.',
      'Count as they go, or weigh batches and count some of them; dead ones are counted apart.',
      'Standpipes back and handles off, levels and flow read again at both ends; walk round, look into the sump.',
      'Look again the next day: standing where they should, feeding, how many dead.',
    ],
    stop: 'Gasping, rolling, or white patches: stop, spread them, air on, and look at oxygen and temperature before the next net. Nobody stands on a plank over a full tank alone.',
  },
} as const satisfies Record<string, Card>;
export type CardId = keyof typeof cards;
