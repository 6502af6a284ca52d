CREATE TABLE "mail_settings" (
	"camp_id" uuid PRIMARY KEY NOT NULL,
	"active" boolean DEFAULT false NOT NULL,
	"active_since" timestamp with time zone,
	"host" text NOT NULL,
	"port" integer NOT NULL,
	"secure" boolean NOT NULL,
	"user_name" text,
	"sealed_password" text,
	"from_address" text NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "consents" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camper_id" uuid NOT NULL,
	"film" boolean NOT NULL,
	"share" boolean NOT NULL,
	"until" date,
	"given_by" text NOT NULL,
	"how" text NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "consents_given_by" CHECK (length(trim("consents"."given_by")) > 0),
	CONSTRAINT "consents_share_needs_film" CHECK ("consents"."film" or not "consents"."share")
);
--> statement-breakpoint
ALTER TABLE "check_ins" ALTER COLUMN "mobility" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "check_ins" ALTER COLUMN "mobility" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "check_ins" ALTER COLUMN "throws_reported" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "check_ins" ALTER COLUMN "throws_reported" DROP NOT NULL;--> statement-breakpoint
-- Allowances from before had no number: what is left of them is decided anew.
ALTER TABLE "limit_overrides" ADD COLUMN "throws" integer NOT NULL DEFAULT 0;--> statement-breakpoint
ALTER TABLE "limit_overrides" ALTER COLUMN "throws" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "limit_overrides" ADD COLUMN "taken_back_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "limit_overrides" ADD COLUMN "taken_back_by" uuid;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "address" text;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "phone" text;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "printed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "handed_over_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "handed_over_by" uuid;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "mailed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "mail_problem" text;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "mail_tries" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "to_family" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "throws" ADD COLUMN "taken_back_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "throws" ADD COLUMN "taken_back_by" uuid;--> statement-breakpoint
ALTER TABLE "throws" ADD COLUMN "taken_back_why" text;--> statement-breakpoint
ALTER TABLE "mail_settings" ADD CONSTRAINT "mail_settings_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mail_settings" ADD CONSTRAINT "mail_settings_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "consents" ADD CONSTRAINT "consents_camper_id_campers_id_fk" FOREIGN KEY ("camper_id") REFERENCES "public"."campers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "consents" ADD CONSTRAINT "consents_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "consents_by_camper" ON "consents" USING btree ("camper_id","entered_at");--> statement-breakpoint
ALTER TABLE "limit_overrides" ADD CONSTRAINT "limit_overrides_taken_back_by_staff_id_fk" FOREIGN KEY ("taken_back_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_handed_over_by_staff_id_fk" FOREIGN KEY ("handed_over_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "throws" ADD CONSTRAINT "throws_taken_back_by_staff_id_fk" FOREIGN KEY ("taken_back_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- A consent from before becomes the first answer of its history; a camper without one has none.
INSERT INTO "consents" ("id", "camper_id", "film", "share", "until", "given_by", "how", "entered_by", "entered_at")
SELECT gen_random_uuid(), "id", true, "consent_to_share", "consent_until", coalesce(nullif(trim("guardian"), ''), 'guardian'), 'before the history', "entered_by", "entered_at"
FROM "campers" WHERE "consent_to_film";--> statement-breakpoint
-- What an older page said of things that nobody had asked about was an empty list.
UPDATE "check_ins" SET "throws_reported" = NULL WHERE "throws_reported" = '[]'::jsonb;--> statement-breakpoint
UPDATE "check_ins" SET "mobility" = NULL WHERE "mobility" = '{}';--> statement-breakpoint
UPDATE "messages" SET "address" = "to" WHERE "to" LIKE '%@%';--> statement-breakpoint
UPDATE "messages" SET "to_family" = true WHERE "child_id" IS NOT NULL AND "to" NOT IN (SELECT "email" FROM "staff");--> statement-breakpoint
ALTER TABLE "campers" DROP COLUMN "consent_to_film";--> statement-breakpoint
ALTER TABLE "campers" DROP COLUMN "consent_to_share";--> statement-breakpoint
ALTER TABLE "campers" DROP COLUMN "consent_until";--> statement-breakpoint
ALTER TABLE "limit_overrides" ADD CONSTRAINT "limit_overrides_throws" CHECK ("limit_overrides"."throws" between 0 and 200);--> statement-breakpoint
ALTER TABLE "limit_overrides" ADD CONSTRAINT "limit_overrides_taken_back_by_somebody" CHECK (("limit_overrides"."taken_back_at" is null) = ("limit_overrides"."taken_back_by" is null));--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_handed_over_by_somebody" CHECK (("messages"."handed_over_at" is null) = ("messages"."handed_over_by" is null));--> statement-breakpoint
ALTER TABLE "throws" ADD CONSTRAINT "throws_taken_back_by_somebody" CHECK (("throws"."taken_back_at" is null) = ("throws"."taken_back_by" is null));
--> statement-breakpoint
-- Answers are added, never changed; they go only with the recorded erasure of the child, in the same transaction.
CREATE FUNCTION refuse_change_of_consent() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND EXISTS (
    SELECT 1 FROM erasures
    WHERE id = nullif(current_setting('stride_chalk.erasure', true), '')::uuid AND erased_at = transaction_timestamp()
  ) THEN
    RETURN OLD;
  END IF;
  RAISE EXCEPTION 'an answer about consent is kept as it was given: write down the next one' USING ERRCODE = 'restrict_violation';
END $$;
--> statement-breakpoint
CREATE TRIGGER consents_never_change BEFORE UPDATE OR DELETE ON consents
  FOR EACH ROW EXECUTE FUNCTION refuse_change_of_consent();
