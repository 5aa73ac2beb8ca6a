import { type SyntheticEvent, useEffect, useRef, useState } from 'react';
import { type DefaultValues, type FieldPath, type FieldValues, useForm, type UseFormReturn } from 'react-hook-form';
import { errorText, fieldRefusals } from '../../client/api.ts';
import { t } from '../../messages/text.ts';
import { toast } from '../feedback/toast.ts';

/** What is wrong with a form: by field a sentence, or null where the field is right. */
export type Problems<V extends FieldValues> = Partial<Record<FieldPath<V>, string | null | undefined>>;

interface EntryFormOptions<V extends FieldValues> {
  readonly defaultValues: DefaultValues<V>;
  /** Checked when the form is sent, and from then on as it is typed. */
  readonly check: (values: V) => Problems<V>;
  /** Sends the form; `onWait` says why it takes longer. Returns what a toast says when it is done. */
  readonly send: (values: V, onWait: (words: string) => void) => Promise<string | null>;
  /** The field in which a refused part of the body was typed; null where it was not typed here. */
  readonly fieldOf?: (pointer: string) => FieldPath<V> | null;
}

export interface EntryForm<V extends FieldValues> {
  readonly form: UseFormReturn<V>;
  readonly onSubmit: (event: SyntheticEvent) => void;
  readonly isSending: boolean;
  /** Whether the form has been sent, or somebody has tried to. */
  readonly isTried: boolean;
  /** Something was changed and not sent yet. */
  readonly isChanged: boolean;
  /** What it waits for. */
  readonly said: string | null;
  /** What went wrong; what was typed is still there. */
  readonly trouble: string | null;
  readonly errorOf: (field: FieldPath<V>) => string | undefined;
  /** What the server refused when the form was last sent, by JSON pointer; for parts that are no field by name. */
  readonly refusals: ReadonlyMap<string, string>;
}

/** A form that is checked, sent and answered in the one way of this application. */
export function useEntryForm<V extends FieldValues>(options: EntryFormOptions<V>): EntryForm<V> {
  const { defaultValues, send, fieldOf = () => null } = options;
  const [said, setSaid] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [refusals, setRefusals] = useState<ReadonlyMap<string, string>>(new Map());
  const check = useRef(options.check);
  check.current = options.check;
  const form = useForm<V>({
    defaultValues,
    resolver: (values) => {
      const problems = Object.entries(check.current(values)).filter(
        ([, message]) => message !== undefined && message !== null,
      );
      return problems.length === 0
        ? { values, errors: {} }
        : {
            values: {},
            errors: Object.fromEntries(problems.map(([field, message]) => [field, { type: 'rule', message }])) as never,
          };
    },
  });
  const submit = form.handleSubmit(async (values) => {
    setTrouble(null);
    setSaid(null);
    setRefusals(new Map());
    try {
      const done = await send(values, setSaid);
      setSaid(null);
      if (done !== null) toast(done);
      form.reset(undefined, { keepValues: true, keepSubmitCount: true });
    } catch (error) {
      setSaid(null);
      setRefusals(new Map(fieldRefusals(error).map(({ pointer, detail }) => [pointer, detail])));
      for (const { pointer, detail } of fieldRefusals(error)) {
        const field = fieldOf(pointer);
        if (field !== null) form.setError(field, { message: detail });
      }
      setTrouble(
        t('ui.your-entries-are-still-here', '{error} Your entries are still here.', { error: errorText(error) }),
      );
    }
  });
  const { errors, isSubmitting, isSubmitted, isDirty } = form.formState;
  const isAtRisk = isDirty && !isSubmitting;
  useEffect(() => {
    if (!isAtRisk) return;
    // The browser asks before the page is left; it words the question itself.
    const ask = (event: BeforeUnloadEvent): void => {
      event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => {
      window.removeEventListener('beforeunload', ask);
    };
  }, [isAtRisk]);
  return {
    form,
    onSubmit: (event) => void submit(event),
    isSending: isSubmitting,
    isTried: isSubmitted,
    isChanged: isAtRisk,
    said,
    trouble,
    refusals,
    errorOf: (field) => {
      const error = (errors as Partial<Record<string, { readonly message?: unknown }>>)[field];
      return typeof error?.message === 'string' ? error.message : undefined;
    },
  };
}
