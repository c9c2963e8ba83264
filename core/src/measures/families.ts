/** What a family of measures is computed from, and by which formula. */
export interface Family {
  readonly ids: RegExp;
  /** Signals, events aside. */
  readonly signals: string;
  /** The formula in symbols, and the file that holds it. */
  readonly source: string;
}

const LOADS = 'the vertical load under each foot';
const WRENCH = 'force and moment under the feet, the centre of mass';
const POSITION = 'the pressure in each foot and its outline (mat, foot check, or assumed)';

/** The first that matches an id speaks for it. */
export const FAMILIES_OF_MEASURES: readonly Family[] = [
  {
    ids: /^share\.lead\.drop/,
    signals: LOADS,
    source: 'max over t of (max up to t of s) − s(t), s = L/(L + T); measures/share.ts',
  },
  {
    ids: /^(share|press|recentre|cross|onset|load)\./,
    signals: LOADS,
    source: 's = 100·L/(L + T) of the filtered loads; measures/share.ts',
  },
  { ids: /^(trail|force\.up|foot\.lead\.load)\b/, signals: LOADS, source: '100·Fz/(m·g); measures/load.ts' },
  {
    ids: /^(foot\.\w+\.toe|toe)\./,
    signals: 'the cells of a mat under each foot',
    source: 'Σ cells forward of the middle ÷ Σ cells of the foot; measures/foot.ts',
  },
  { ids: /^foot\.\w+\.in\./, signals: POSITION, source: '(COP − centre)·inner ÷ half width; measures/foot.ts' },
  { ids: /^foot\./, signals: POSITION, source: '(COP − heel)·axis ÷ length; measures/foot.ts' },
  { ids: /^path\.length/, signals: 'the whole-body pressure', source: '∫|dCOP|; measures/path.ts' },
  {
    ids: /^path\.(width|offset)|^cop\.range/,
    signals: 'the whole-body pressure, the stance line',
    source: 'range and mean of COP across and along the line between the foot centres; measures/path.ts',
  },
  {
    ids: /^path\./,
    signals: 'the whole-body pressure, the stance line, the loads of both feet',
    source: 'direction, chord and length of the legs to and from the trail maximum; measures/path.ts',
  },
  {
    ids: /^cop\.speed/,
    signals: 'the whole-body pressure',
    source: 'dCOP/dt by central differences; measures/path.ts',
  },
  {
    ids: /^force\.trail\.lean/,
    signals: 'horizontal and vertical force under the trail foot',
    source: 'atan(Fy/Fz); measures/force.ts',
  },
  {
    ids: /^(force|foreaft)\./,
    signals: 'horizontal force',
    source: '100·Fy/(m·g) and 100·Fx/(m·g); measures/force.ts',
  },
  {
    ids: /^torque\./,
    signals: WRENCH,
    source: 'Mz(O) − X·Fy + Y·Fx per kg, Newton–Euler about the centre of mass; measures/torque.ts',
  },
  {
    ids: /^drive\.turn/,
    signals: WRENCH,
    source: '∫ turning torque dt = change of angular momentum; measures/torque.ts',
  },
  { ids: /^drive\.tilt/, signals: WRENCH, source: '∫ (Σ Fz·y − Y·ΣFz + h·ΣFy) dt per kg; measures/torque.ts' },
  { ids: /^drive\.pitch/, signals: WRENCH, source: '∫ (−h·ΣFx − Σ Fz·x + X·ΣFz) dt per kg; measures/torque.ts' },
  { ids: /^sequence\./, signals: WRENCH, source: 'order of the three greatest values in time; measures/torque.ts' },
  {
    ids: /^mass\.speed/,
    signals: 'horizontal force',
    source: '∫F/m dt, drift taken out by the held finish; measures/centre-of-mass.ts',
  },
  {
    ids: /^mass\.split/,
    signals: 'the centre of mass, the whole-body pressure',
    source: 'COM − COP along Y; measures/mass.ts',
  },
  {
    ids: /^mass\./,
    signals: 'horizontal force, or the whole-body pressure',
    source:
      '∬F/m dt² with drift correction; from pressure alone the pendulum COM = COP·ω₀²/(ω₀² + ω²); measures/centre-of-mass.ts',
  },
  {
    ids: /^(tempo|club)\./,
    signals: 'the club channel',
    source: 'differences of event times, greatest shaft angle; measures/tempo.ts',
  },
  { ids: /^step\./, signals: LOADS, source: 'last passage of 10 %BW upward after under 3 %BW; measures/step.ts' },
  { ids: /^balance\./, signals: 'the whole-body pressure', source: '√(Var x + Var y); measures/tempo.ts' },
];

/** Events an id names or rests on by its ending. */
function eventsOf(id: string): string[] {
  const named = /\.(p\d+)(?:\.|$)/.exec(id)?.[1];
  const atEvent = named && !/^(cross|load)\./.test(id) ? [named.toUpperCase()] : [];
  if (/^(cross|load)\.p7/.test(id) || id.endsWith('off.ms')) return ['P4', 'P7'];
  if (id.endsWith('.address')) return ['the address'];
  if (id.endsWith('.ms'))
    return [...atEvent, /^(load\.trail|cross|step)/.test(id) ? 'P4' : id.startsWith('onset') ? 'P1' : 'P7'];
  if (id.endsWith('.phase')) return ['at least two events'];
  return atEvent;
}

const familyOf = (id: string): Family => FAMILIES_OF_MEASURES.find((f) => f.ids.test(id))!;

/** What a measure needs: signals, then events. */
export const needsOf = (id: string): string => [familyOf(id).signals, ...eventsOf(id)].join('; ');
/** Its formula and the file that computes it. */
export const sourceOf = (id: string): string => familyOf(id).source;
