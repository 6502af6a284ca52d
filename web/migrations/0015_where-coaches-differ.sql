CREATE TABLE "agreed_levels" (
	"id" uuid PRIMARY KEY NOT NULL,
	"delivery_id" uuid NOT NULL,
	"checkpoint" text NOT NULL,
	"sheet_id" uuid NOT NULL,
	"level" text NOT NULL,
	"faults" text[] DEFAULT '{}' NOT NULL,
	"reason" text NOT NULL,
	"decided" boolean NOT NULL,
	"agreed_by" uuid,
	"agreed_at" timestamp with time zone,
	"entered_by" uuid NOT NULL,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "agreed_levels_level" CHECK ("agreed_levels"."level" in ('0', '1', '2', '3', 'NV')),
	CONSTRAINT "agreed_levels_reason" CHECK (length(trim("agreed_levels"."reason")) > 0),
	CONSTRAINT "agreed_levels_agreed_by_somebody" CHECK (("agreed_levels"."agreed_at" is null) = ("agreed_levels"."agreed_by" is null)),
	CONSTRAINT "agreed_levels_by_two" CHECK ("agreed_levels"."agreed_by" is distinct from "agreed_levels"."entered_by")
);
--> statement-breakpoint
ALTER TABLE "agreed_levels" ADD CONSTRAINT "agreed_levels_delivery_id_deliveries_id_fk" FOREIGN KEY ("delivery_id") REFERENCES "public"."deliveries"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreed_levels" ADD CONSTRAINT "agreed_levels_sheet_id_sheets_id_fk" FOREIGN KEY ("sheet_id") REFERENCES "public"."sheets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreed_levels" ADD CONSTRAINT "agreed_levels_agreed_by_staff_id_fk" FOREIGN KEY ("agreed_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreed_levels" ADD CONSTRAINT "agreed_levels_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "agreed_levels_by_delivery" ON "agreed_levels" USING btree ("delivery_id","checkpoint");--> statement-breakpoint
-- Both scores stay, and so does what was agreed: a row is agreed to once; it goes only with the recorded erasure of the child, in the same transaction.
CREATE FUNCTION refuse_change_of_agreed_level() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND EXISTS (
    SELECT 1 FROM erasures
    WHERE id = nullif(current_setting('stride_chalk.erasure', true), '')::uuid AND erased_at = transaction_timestamp()
  ) THEN
    RETURN OLD;
  END IF;
  IF TG_OP = 'UPDATE' AND OLD.agreed_by IS NULL AND NOT OLD.decided AND NEW.agreed_by IS NOT NULL
    AND to_jsonb(NEW) - 'agreed_by' - 'agreed_at' = to_jsonb(OLD) - 'agreed_by' - 'agreed_at' THEN
    RETURN NEW;
  END IF;
  RAISE EXCEPTION 'an agreed level is kept as it was: agree on the next one' USING ERRCODE = 'restrict_violation';
END $$;
--> statement-breakpoint
CREATE TRIGGER agreed_levels_never_change BEFORE UPDATE OR DELETE ON agreed_levels
  FOR EACH ROW EXECUTE FUNCTION refuse_change_of_agreed_level();
