import type { Player } from './player';

/** The works of the water, as they were put up when the house began, and a night on which a circuit tripped. */
export class Works {
  constructor(private readonly p: Player) {}

  lay(): void {
    this.p.at(-538.5, () => this.putUp());
  }

  private async putUp(): Promise<void> {
    const { p } = this;
    const put = async (name: string, kind: string, more: Record<string, unknown> = {}) =>
      Number((await p.send('work.save', { name, kind, ...more }, 'Manager')).id);
    const rooms = (...names: string[]) => names.map((n) => p.rooms.get(n)!);
    const spring = await put('Spring', 'source', { flowLPerMin: 3800 });
    const river = await put('River intake', 'source', { flowLPerMin: 9000, spare: 'screen in the tool shed' });
    const town = await put('Town main', 'source', { flowLPerMin: 420 });
    const house = await put('Circuit A', 'breaker', { amperes: 16 });
    const hall = await put('Circuit B', 'breaker', { amperes: 16 });
    const head = await put('Head box', 'head', { from: [spring] });
    const chiller = await put('Chiller', 'chiller', {
      from: [head],
      rooms: rooms('Cold room', 'Spawning room'),
      breaker: house,
      watts: 2200,
      spare: 'ice in the cold store',
    });
    const tower = await put('Tower', 'tower', { from: [head], rooms: rooms('Hall', 'Brood hall') });
    const neutraliser = await put('Neutraliser', 'neutraliser', { from: [town], breaker: house, watts: 60 });
    await put('Heater', 'heater', {
      from: [neutraliser, river],
      rooms: rooms('Warm room', 'Display house'),
      breaker: house,
      watts: 900,
    });
    const settling = await put('River head', 'head', { from: [river], rooms: rooms('Raceways', 'Ponds') });
    const blower = await put('Blower', 'blower', {
      rooms: rooms('Hall', 'Brood hall'),
      breaker: hall,
      watts: 1500,
      spare: 'second blower under the stairs, fits on one flange',
    });
    await put('Settling pond', 'outflow', { rooms: rooms('Hall', 'Raceways') });
    for (const id of [chiller, tower, settling]) if (!id) throw new Error('demo: a work was not put up');
    const notice = (day: number, work: number, what: string, said: string, who: string) =>
      p.at(day, async () => void (await p.trySend('work.notice', { work, what, said }, who)));
    notice(-41.2, hall, 'tripped', 'the hall is still: no bubbling', 'Hand');
    notice(-41.186, hall, 'runs', 'drill taken off, switched in once', 'Culturist');
    notice(-12.4, river, 'blocked', 'leaves on the screen after the spate', 'Hand');
    notice(-12.38, river, 'runs', 'raked', 'Hand');
    notice(-3.1, blower, 'stopped', 'belt', 'Culturist');
    notice(-3.08, blower, 'runs', 'new belt', 'Culturist');
  }
}
