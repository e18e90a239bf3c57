import { useMemo } from 'react';
import { SCHOOLS, type HouseMethod, type School } from '@/core';
import { useShopActions } from './actions';
import { answerSchool, useSettings } from './shop';

export interface OpenQuestion {
  school: School;
  answer(value: string): void;
}

/** The first of some questions between the schools that nobody in this shop has answered yet. */
export function useOpenQuestion(asked: readonly (School | undefined)[]): OpenQuestion | undefined {
  const settings = useSettings();
  const { saveSettings } = useShopActions();
  const school = settings && asked.find((s) => s !== undefined && !settings.schools.includes(s));
  return useMemo(
    () =>
      settings && school
        ? {
            school,
            answer: (value) => {
              if (!(value in SCHOOLS[school].options)) return;
              void saveSettings(answerSchool(settings, school, value as HouseMethod[typeof school])).catch(
                () => undefined,
              );
            },
          }
        : undefined,
    [settings, school, saveSettings],
  );
}
