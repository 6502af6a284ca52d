import { sheetDraftKeptSchema } from '@stride-chalk/core';
import { useState } from 'react';
import { Action } from '../../parts/Action.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Outcome } from '../../parts/Outcome.tsx';

/** Begins a draft of the sheet: of the version in use, or of a file. `instead`: the draft that is there. */
export function StartDraft({ version, instead }: { version: number; instead: number | null }) {
  const [problem, setProblem] = useState<string | null>(null);
  const start = (document: unknown): Promise<void> =>
    askServer(sheetDraftKeptSchema, '/api/sheet-draft', { method: 'POST', body: { document, instead } }).then(
      () => {
        window.location.href = '/sheet/desk';
      },
      (error: Error) => setProblem(error.message),
    );
  const bring = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    let document: unknown;
    try {
      document = JSON.parse(await file.text());
    } catch {
      setProblem(`${file.name} is no JSON: nothing was replaced.`);
      return;
    }
    if (typeof document !== 'object' || document === null || Array.isArray(document)) {
      setProblem(`${file.name} is no checkpoint sheet: nothing was replaced.`);
      return;
    }
    await start(document);
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      {instead === null && (
        <Action main onClick={() => start(null)}>
          Begin a draft of version {version}
        </Action>
      )}
      <label className="quiet-action cursor-pointer">
        {instead === null ? 'Begin it from a file (JSON)' : 'Replace the draft by a file (JSON)'}
        <input
          type="file"
          accept="application/json,.json"
          className="sr-only"
          onChange={(e) => {
            void bring(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </label>
      <Outcome problem={problem} />
    </div>
  );
}
