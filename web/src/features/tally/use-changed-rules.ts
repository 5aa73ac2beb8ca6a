import { useEffect, useState } from 'react';
import { changedRules, type FieldRules } from '@arbolito/core/protocol';
import { onCopyChanged, storedSurvey } from '../../client/device/survey-copies.ts';

/** Whether the copy of the survey on this device has other field rules than the page. */
export function useChangedRules(surveyId: string, rules: FieldRules): boolean {
  const [isChanged, setChanged] = useState(false);
  useEffect(() => {
    let isShown = true;
    const look = async (): Promise<void> => {
      const stored = await storedSurvey(surveyId).catch(() => undefined);
      if (stored !== undefined && isShown) setChanged(changedRules(rules, stored.survey.fieldRules).length > 0);
    };
    void look();
    const stop = onCopyChanged((told) => {
      if (told.surveyId === surveyId) void look();
    });
    return () => {
      isShown = false;
      stop();
    };
  }, [surveyId, rules]);
  return isChanged;
}
