/// <reference types="astro/client" />
declare namespace App {
  interface Locals {
    /** Who is at work, with his role at the camp; null on pages that are open to anyone. */
    staff: import('./server/staff.ts').StaffMember | null;
    /** The camp at work. */
    camp: import('./server/camps.ts').Camp | null;
    /** Whether the one at work may open a page. */
    mayOpen: (path: string) => boolean;
    /** Every camp of the person, for changing between them. */
    camps: ReadonlyArray<{ readonly id: string; readonly name: string; readonly firstDay: string }>;
  }
}

/** The pages as the build leaves them; put into one with the server (ops/needs.sh). */
declare module '*/dist/server/entry.mjs';
