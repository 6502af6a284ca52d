CREATE TABLE "sheet_changes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camp_id" uuid NOT NULL,
	"from_sheet_id" uuid NOT NULL,
	"to_sheet_id" uuid NOT NULL,
	"reason" text NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sheet_drafts" (
	"organisation_id" uuid PRIMARY KEY NOT NULL,
	"based_on" uuid NOT NULL,
	"document" jsonb NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sheets" DROP CONSTRAINT "sheets_one_row_per_version";--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "organisation_id" uuid;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "reason" text;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "based_on" uuid;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "released_by" uuid;--> statement-breakpoint
ALTER TABLE "sheets" ADD COLUMN "released_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "sheet_changes" ADD CONSTRAINT "sheet_changes_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_changes" ADD CONSTRAINT "sheet_changes_from_sheet_id_sheets_id_fk" FOREIGN KEY ("from_sheet_id") REFERENCES "public"."sheets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_changes" ADD CONSTRAINT "sheet_changes_to_sheet_id_sheets_id_fk" FOREIGN KEY ("to_sheet_id") REFERENCES "public"."sheets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_changes" ADD CONSTRAINT "sheet_changes_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_drafts" ADD CONSTRAINT "sheet_drafts_organisation_id_organisations_id_fk" FOREIGN KEY ("organisation_id") REFERENCES "public"."organisations"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_drafts" ADD CONSTRAINT "sheet_drafts_based_on_sheets_id_fk" FOREIGN KEY ("based_on") REFERENCES "public"."sheets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_drafts" ADD CONSTRAINT "sheet_drafts_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sheet_changes_by_camp" ON "sheet_changes" USING btree ("camp_id","entered_at");--> statement-breakpoint
ALTER TABLE "sheets" ADD CONSTRAINT "sheets_organisation_id_organisations_id_fk" FOREIGN KEY ("organisation_id") REFERENCES "public"."organisations"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheets" ADD CONSTRAINT "sheets_based_on_sheets_id_fk" FOREIGN KEY ("based_on") REFERENCES "public"."sheets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheets" ADD CONSTRAINT "sheets_released_by_staff_id_fk" FOREIGN KEY ("released_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheets" ADD CONSTRAINT "sheets_one_row_per_version" UNIQUE NULLS NOT DISTINCT("key","version","organisation_id");--> statement-breakpoint
ALTER TABLE "sheets" ADD CONSTRAINT "sheets_released_with_a_reason" CHECK (("sheets"."organisation_id" is null) = ("sheets"."reason" is null));--> statement-breakpoint
-- What was scored under a version says what it said: its document never changes, and it does not go.
CREATE FUNCTION refuse_change_of_sheet() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND to_jsonb(NEW) - 'key' = to_jsonb(OLD) - 'key' THEN
    RETURN NEW;
  END IF;
  RAISE EXCEPTION 'a version of the sheet never changes: release a new one' USING ERRCODE = 'restrict_violation';
END $$;
--> statement-breakpoint
CREATE TRIGGER sheets_never_change BEFORE UPDATE OR DELETE ON sheets
  FOR EACH ROW EXECUTE FUNCTION refuse_change_of_sheet();
