/// <reference types="astro/client" />
declare namespace App {
  interface Locals {
    staff: import('./server/staff.ts').StaffMember | null;
  }
}
