import { readFileSync } from 'node:fs';
import type { LessonHead, Pupil, Report, ReportSwing } from '@vilko/contract';
import { meansWords, MINOR, REPORT_FIELDS, successWord } from '@vilko/contract';
import {
  dateText,
  toldAmount,
  type Drill,
  doneWords,
  DRILL_CAUTIONS,
  type DrillPicture,
  pictureLines,
  quantityOf,
} from '@vilko/core';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { drillSvg } from './drill-svg.js';
import { bandOf } from './draft.js';
import { faceFile } from './fonts.js';
import { PAPER } from './paper.js';
import { routeSvg } from './route-svg.js';
import { stripSvg } from './strip-svg.js';

const PICTURE_HEIGHT = 74;

/** What stands on the page. */
export interface Page {
  readonly pupil: Pupil;
  readonly lesson: LessonHead;
  readonly report: Report;
  /** The drill that is the one thing to do. */
  readonly drill: Drill | null;
}

/** A day in print, the same wherever it is printed. */
export const day = (iso: string): string => dateText(iso, 'UTC');
const head = (text: string): Content => ({ text, fontSize: 8.5, color: PAPER.ink2, margin: [0, 5, 0, 0] });

function words({ report, lesson }: Page): Content[] {
  const text = report.text ?? report.draft;
  const fields = REPORT_FIELDS.filter((f) => text[f.key].trim()).flatMap((f): Content[] => [
    head(f.head),
    f.key === 'task' ? { text: text[f.key], bold: true, fontSize: 13 } : { text: text[f.key] },
  ]);
  return lesson.nextVisit ? [...fields, head('Come back'), { text: `${day(lesson.nextVisit)}.` }] : fields;
}

function figures({ report, pupil }: Page): Content[] {
  const m = report.measure;
  const strip = m && m.after !== null ? stripSvg(m.band, m.worth ?? quantityOf(m.id).worth ?? 1, m.after) : null;
  const number: Content[] = m
    ? [
        head(`${m.words}${m.agreed ? ', as agreed' : ''}`),
        m.after === null
          ? { text: 'Not measured in this lesson.' }
          : {
              columns: [
                { text: toldAmount(m.after, m.unit), fontSize: m.unit === 'P' ? 12 : 26, bold: true },
                { text: successWord(report), alignment: 'right', margin: [0, 14, 0, 0] },
              ],
            },
        ...(strip ? [{ svg: strip, width: 205 }] : []),
        { text: `${m.spread ? '' : `Wanted: ${bandOf(m)}; `}${meansWords(report)}.`, fontSize: 9, color: PAPER.ink2 },
      ]
    : [];
  const route = (title: string, s: ReportSwing | null): Content[] =>
    s?.shape
      ? [
          {
            columns: [
              head(title),
              {
                text: `swing ${s.number}, ${s.clubName}, ${day(s.date)}`,
                fontSize: 8.5,
                color: PAPER.ink2,
                margin: [0, 5, 0, 0],
                alignment: 'right',
                width: 'auto',
              },
            ],
          },
          { svg: routeSvg(s.shape, pupil.handed), width: 200 },
        ]
      : [];
  const { before, after } = report;
  const routes = before?.id === after?.id ? route('Now', after) : [...route('Before', before), ...route('Now', after)];
  return [
    ...number,
    ...routes,
    ...(routes.length
      ? [
          {
            text: 'Foot pressure from above, toes up: dashed going back, heavy coming down. The dashed foot is the one farther from the target.',
            fontSize: 8.5,
            color: PAPER.ink2,
          },
        ]
      : []),
  ];
}

function drillOf({ drill: d, pupil }: Page): Content[] {
  if (!d) return [];
  const minor = MINOR.includes(pupil.profile.ageBand ?? '') ? ' No maximal efforts.' : '';
  return [
    rule(),
    { text: d.name, bold: true, fontSize: 13, margin: [0, 4, 0, 0] },
    { text: d.setUp, color: PAPER.ink2 },
    { columns: d.pictures.map((p) => pictureOf(p, pupil.handed)), columnGap: 10, margin: [0, 4, 0, 2] },
    { ol: [...d.steps], margin: [0, 3, 0, 3] },
    { text: doneWords(d) },
    {
      text: `${d.caution} ${DRILL_CAUTIONS.join(' ')}${minor}`.trim(),
      fontSize: 9,
      color: PAPER.alarm,
      margin: [0, 4, 0, 0],
    },
  ];
}

/** Pictures share one height: those of the body are narrower. */
function pictureOf(p: DrillPicture, handed: 'right' | 'left'): Content & { width: number } {
  const [, , w, h] = pictureLines(p).box;
  const width = (PICTURE_HEIGHT * w) / h;
  return {
    width,
    stack: [
      { svg: drillSvg(p, handed), width },
      { text: p.words, fontSize: 8.5, color: PAPER.ink2 },
    ],
  };
}

const rule = (): Content => ({
  canvas: [{ type: 'line', x1: 0, y1: 0, x2: 515, y2: 0, lineWidth: 0.7, lineColor: PAPER.rules }],
  margin: [0, 8, 0, 0],
});

/** The house's name and mark above the page. */
function houseOf({ report: { by } }: Page): Content[] {
  if (!by.house && !by.mark) return [];
  const name: Content = { text: by.house, color: PAPER.ink2, margin: [0, by.mark ? 6 : 0, 0, 4] };
  if (!by.mark) return [name];
  return [{ columns: [{ stack: [{ image: by.mark, fit: [90, 28] }], width: 90 }, name], columnGap: 10 }];
}

/** Who taught, beneath the page. */
const taughtBy = ({ report: { by } }: Page): Content[] =>
  by.instructor
    ? [
        rule(),
        { text: by.instructor, margin: [0, 3, 0, 0] },
        ...(by.signature ? [{ text: by.signature, fontSize: 9, color: PAPER.ink2 }] : []),
      ]
    : [];

export const documentOf = (page: Page): TDocumentDefinitions => ({
  pageSize: 'A4',
  pageMargins: [40, 38, 40, 38],
  info: { title: `Lesson of ${day(page.lesson.startedAt)}`, author: 'Vilko' },
  defaultStyle: { font: 'Hanken', fontSize: 10.5, lineHeight: 1.15, color: PAPER.ink },
  content: [
    ...houseOf(page),
    {
      columns: [
        { text: page.pupil.name, bold: true, fontSize: 18 },
        {
          text: `${day(page.lesson.startedAt)}, ${page.lesson.bay}`,
          alignment: 'right',
          color: PAPER.ink2,
          margin: [0, 7, 0, 0],
        },
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 515, y2: 0, lineWidth: 1.4 }], margin: [0, 2, 0, 2] },
    {
      columns: [
        { stack: words(page), width: '*' },
        { stack: figures(page), width: 205 },
      ],
      columnGap: 22,
    },
    ...drillOf(page),
    ...taughtBy(page),
  ],
});

/** Its types leave out the store that fonts are put into. */
interface WithFiles {
  readonly virtualfs: { readonly writeFileSync: (name: string, bytes: Buffer) => void };
}

/**
 * The printer with the house's fonts: loaded when first asked for, as most lessons end without a PDF, and then kept.
 */
async function printer() {
  const { default: pdfmake } = await import('pdfmake');
  // under its own path: what draws the text of a picture looks for the face on the disk
  const [normal, bold] = [faceFile('normal'), faceFile('bold')];
  for (const file of [normal, bold])
    (pdfmake as unknown as WithFiles).virtualfs.writeFileSync(file, readFileSync(file));
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy(() => false);
  pdfmake.setFonts({ Hanken: { normal, bold } });
  return pdfmake;
}

let ready: ReturnType<typeof printer> | null = null;

/** A report as PDF, with its own fonts. */
export async function reportPdf(page: Page): Promise<Buffer> {
  const pdfmake = await (ready ??= printer());
  return pdfmake.createPdf(documentOf(page)).getBuffer();
}
