import type { RecordingCase } from '@/core/practice/recording/recording-case';
import type { Problem } from '@/core/quantity/result';
import type { Examined } from '@/core/recording/examine';
import type { Layout } from '@/core/recording/layout';
import type { Marks } from '@/core/recording/marks';
import type { Between, DrawnWindow } from '@/core/recording/pyramid';
import type { Span } from '@/core/recording/recording';

/** What was made of a recording, without its samples: they stay in the worker. */
export interface ExaminedThere extends Omit<Examined, 'recording'> {
  readonly span: Span;
  readonly samples: number;
  readonly stepS: number;
}

/** The first rows of a file, as it seems to be laid out. */
export interface FileHead {
  readonly layout: Layout;
  readonly lines: readonly string[];
}

/** What a page asks of the recording at hand, and what it is answered. */
export interface RecordingQuestions {
  readonly head: { readonly asked: { readonly file: File }; readonly answer: FileHead };
  readonly read: {
    readonly asked: { readonly file: File; readonly layout: Layout; readonly cylinders: number | null };
    readonly answer: ExaminedThere;
  };
  /** The channel that the recording at hand lacks, from a file of its own. */
  readonly join: {
    readonly asked: { readonly file: File; readonly cylinders: number | null };
    readonly answer: ExaminedThere;
  };
  /** Squeezed samples as they are kept; where they stand beside another, `place` says which. */
  readonly unpack: {
    readonly asked: {
      readonly bytes: ArrayBuffer;
      readonly cylinders: number | null;
      readonly marks: Marks | null;
    };
    readonly answer: ExaminedThere;
  };
  /** The recording of a practice case. */
  readonly draw: {
    readonly asked: { readonly recordingCase: RecordingCase };
    readonly answer: ExaminedThere;
  };
  readonly window: {
    readonly asked: { readonly fromS: number; readonly toS: number; readonly columns: number };
    readonly answer: DrawnWindow;
  };
  readonly marks: {
    readonly asked: { readonly marks: Marks; readonly cylinders: number | null };
    readonly answer: ExaminedThere;
  };
  readonly between: {
    readonly asked: { readonly oneS: number; readonly otherS: number };
    readonly answer: Between;
  };
  readonly pack: { readonly asked: Record<string, never>; readonly answer: ArrayBuffer };
}

export type QuestionName = keyof RecordingQuestions;

/** A question with its number. */
export type Question = {
  readonly [name in QuestionName]: {
    readonly number: number;
    readonly name: name;
    readonly asked: RecordingQuestions[name]['asked'];
  };
}[QuestionName];

/** What comes back: that questions are heard now, how far one is, the answer, or what is wrong. */
export type Reply =
  | { readonly is: 'up' }
  | { readonly number: number; readonly is: 'progress'; readonly share: number }
  | {
      readonly number: number;
      readonly is: 'answer';
      readonly answer: RecordingQuestions[QuestionName]['answer'];
    }
  | { readonly number: number; readonly is: 'refused'; readonly problems: readonly Problem[] };
