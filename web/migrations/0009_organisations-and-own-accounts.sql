CREATE TABLE "same_child_questions" (
	"camper_id" uuid NOT NULL,
	"other_camper_id" uuid NOT NULL,
	"answer" text,
	"answered_by" uuid,
	"answered_at" timestamp with time zone,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "same_child_questions_camper_id_other_camper_id_pk" PRIMARY KEY("camper_id","other_camper_id"),
	CONSTRAINT "same_child_questions_answered_by_somebody" CHECK (("same_child_questions"."answer" is null) = ("same_child_questions"."answered_by" is null))
);
--> statement-breakpoint
CREATE TABLE "camp_makers" (
	"organisation_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "camp_makers_organisation_id_staff_id_pk" PRIMARY KEY("organisation_id","staff_id")
);
--> statement-breakpoint
CREATE TABLE "organisations" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "limit_overrides" ADD COLUMN "camp_id" uuid;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "sealed_link" text;--> statement-breakpoint
ALTER TABLE "erasures" ADD COLUMN "camp_id" uuid;--> statement-breakpoint
ALTER TABLE "sore_arms" ADD COLUMN "camp_id" uuid;--> statement-breakpoint
ALTER TABLE "throws" ADD COLUMN "camp_id" uuid;--> statement-breakpoint
ALTER TABLE "camps" ADD COLUMN "organisation_id" uuid;--> statement-breakpoint
ALTER TABLE "staff" ADD COLUMN "address" text;--> statement-breakpoint
ALTER TABLE "staff" ADD COLUMN "made_by" uuid;--> statement-breakpoint
ALTER TABLE "staff" ADD COLUMN "demo" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "same_child_questions" ADD CONSTRAINT "same_child_questions_camper_id_campers_id_fk" FOREIGN KEY ("camper_id") REFERENCES "public"."campers"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "same_child_questions" ADD CONSTRAINT "same_child_questions_other_camper_id_campers_id_fk" FOREIGN KEY ("other_camper_id") REFERENCES "public"."campers"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "same_child_questions" ADD CONSTRAINT "same_child_questions_answered_by_staff_id_fk" FOREIGN KEY ("answered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "same_child_questions" ADD CONSTRAINT "same_child_questions_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "camp_makers" ADD CONSTRAINT "camp_makers_organisation_id_organisations_id_fk" FOREIGN KEY ("organisation_id") REFERENCES "public"."organisations"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "camp_makers" ADD CONSTRAINT "camp_makers_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "camp_makers" ADD CONSTRAINT "camp_makers_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "organisations" ADD CONSTRAINT "organisations_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "limit_overrides" ADD CONSTRAINT "limit_overrides_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sore_arms" ADD CONSTRAINT "sore_arms_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "erasures" ADD CONSTRAINT "erasures_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "throws" ADD CONSTRAINT "throws_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "camps" ADD CONSTRAINT "camps_organisation_id_organisations_id_fk" FOREIGN KEY ("organisation_id") REFERENCES "public"."organisations"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "staff" ADD CONSTRAINT "staff_made_by_staff_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- Whatever camps stand in one database were kept together so far: they are one organisation.
INSERT INTO "organisations" ("id", "name") SELECT gen_random_uuid(), 'Organisation' WHERE EXISTS (SELECT 1 FROM "camps");--> statement-breakpoint
UPDATE "camps" SET "organisation_id" = (SELECT "id" FROM "organisations");--> statement-breakpoint
-- Every lead could make camps; those who are leads now still can.
INSERT INTO "camp_makers" ("organisation_id", "staff_id")
  SELECT DISTINCT c."organisation_id", m."staff_id" FROM "camp_staff" m JOIN "camps" c ON c."id" = m."camp_id" WHERE m."role" = 'lead' AND m."deactivated_at" IS NULL;--> statement-breakpoint
UPDATE "staff" SET "address" = lower("email"), "demo" = "email" LIKE '%@heronbend.example';--> statement-breakpoint
UPDATE "staff" s SET "made_by" = (
  SELECT m."entered_by" FROM "camp_staff" m WHERE m."staff_id" = s."id" AND m."entered_by" <> s."id" ORDER BY m."entered_at" LIMIT 1);--> statement-breakpoint
-- What was entered of an arm belongs to the camp of its delivery or check-in, else to the child's camp that was on or had been last.
UPDATE "throws" t SET "camp_id" = coalesce(
  (SELECT c."camp_id" FROM "deliveries" d JOIN "campers" c ON c."id" = d."camper_id" WHERE d."id" = t."delivery_id"),
  (SELECT c."camp_id" FROM "check_ins" i JOIN "campers" c ON c."id" = i."camper_id" WHERE i."id" = t."check_in_id"),
  (SELECT c."camp_id" FROM "campers" c JOIN "camps" k ON k."id" = c."camp_id" WHERE c."child_id" = t."child_id" ORDER BY k."first_day" <= t."day" DESC, abs(k."first_day" - t."day") LIMIT 1));--> statement-breakpoint
UPDATE "sore_arms" t SET "camp_id" =
  (SELECT c."camp_id" FROM "campers" c JOIN "camps" k ON k."id" = c."camp_id" WHERE c."child_id" = t."child_id" ORDER BY k."first_day" <= t."entered_at"::date DESC, abs(k."first_day" - t."entered_at"::date) LIMIT 1);--> statement-breakpoint
UPDATE "limit_overrides" t SET "camp_id" =
  (SELECT c."camp_id" FROM "campers" c JOIN "camps" k ON k."id" = c."camp_id" WHERE c."child_id" = t."child_id" ORDER BY k."first_day" <= t."day" DESC, abs(k."first_day" - t."day") LIMIT 1);--> statement-breakpoint
ALTER TABLE "throws" ALTER COLUMN "camp_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "sore_arms" ALTER COLUMN "camp_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "limit_overrides" ALTER COLUMN "camp_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "camps" ALTER COLUMN "organisation_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "staff" ALTER COLUMN "address" SET NOT NULL;--> statement-breakpoint
UPDATE "erasures" SET "camp_id" = (SELECT min("id"::text)::uuid FROM "camps") WHERE (SELECT count(*) FROM "camps") = 1;--> statement-breakpoint
-- Links of invitations and resets are not kept in readable form.
UPDATE "messages" SET "body" = regexp_replace("body", 'https?://[^[:space:]]+/join/[^[:space:]]+', '(the link is not kept)', 'g') WHERE "body" LIKE '%/join/%';--> statement-breakpoint
CREATE INDEX "staff_by_address" ON "staff" USING btree ("address");