import { useState } from 'react';
import { ENDPOINTS } from '@stride-chalk/core';
import { Alert } from '../../../parts/Alert.tsx';
import { askServer } from '../../../parts/ask-server.ts';
import { useAwake } from '../../../parts/use-awake.ts';

/** Joints of another program are read in: proposals, until somebody has confirmed them at the bench. */
export function ReadJoints({ camper }: { camper: string }) {
  const awake = useAwake();
  const [said, setSaid] = useState<{ readonly words: string; readonly left: readonly string[] } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const take = async (file: File): Promise<void> => {
    setSaid(null);
    setProblem(null);
    try {
      const body: unknown = JSON.parse(await file.text());
      const { answers } = ENDPOINTS['PUT /api/campers/[id]/joints.json'];
      const { taken, kept, left } = await askServer(answers, `/api/campers/${camper}/joints.json`, { method: 'PUT', body });
      const stays = kept > 0 ? ` ${kept} stay as somebody has placed them.` : '';
      const took =
        taken === 0 ? 'No joint was taken.' : `${taken} joints taken as proposals: confirm them at the bench, under Figures.`;
      setSaid({ words: took + stays, left });
    } catch (error) {
      const words = error instanceof SyntaxError ? 'This file is no JSON. Nothing was taken.' : (error as Error).message;
      setProblem(`${file.name}: ${words}`);
    }
  };
  return (
    <div data-awake={awake} className="mb-6 text-small">
      <label className="flex flex-wrap items-center gap-3">
        <span className="text-soft">Joints that another program has found (COCO keypoints, JSON):</span>
        <input
          type="file"
          className="file:me-3 file:min-h-[40px] file:border-[1.5px] file:border-solid file:border-ink file:bg-transparent file:px-4 file:text-small"
          accept=".json,application/json"
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) void take(file);
          }}
        />
      </label>
      {said && (
        <div role="status">
          <p className="m-0 mt-2 bg-wash px-3 py-2">{said.words}</p>
          {said.left.length > 0 && (
            <ul className="m-0 mt-2 ps-5" aria-label="Left out">
              {said.left.map((words) => (
                <li key={words}>{words}</li>
              ))}
            </ul>
          )}
        </div>
      )}
      {problem && <Alert>{problem}</Alert>}
    </div>
  );
}
