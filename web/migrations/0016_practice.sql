CREATE TABLE "practice_clips" (
	"id" uuid PRIMARY KEY NOT NULL,
	"organisation_id" uuid NOT NULL,
	"delivery_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"sheet_id" uuid NOT NULL,
	"taken_out_at" timestamp with time zone,
	"taken_out_by" uuid,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "practice_clips_one_per_delivery" UNIQUE("delivery_id"),
	CONSTRAINT "practice_clips_one_per_number" UNIQUE("organisation_id","number"),
	CONSTRAINT "practice_clips_taken_out_by_somebody" CHECK (("practice_clips"."taken_out_at" is null) = ("practice_clips"."taken_out_by" is null))
);
--> statement-breakpoint
CREATE TABLE "practice_scores" (
	"sitting_id" uuid NOT NULL,
	"checkpoint" text NOT NULL,
	"level" text NOT NULL,
	"faults" text[] DEFAULT '{}' NOT NULL,
	"note" text,
	"entry_id" uuid NOT NULL,
	"entered_by" uuid NOT NULL,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "practice_scores_sitting_id_checkpoint_pk" PRIMARY KEY("sitting_id","checkpoint"),
	CONSTRAINT "practice_scores_level" CHECK ("practice_scores"."level" in ('0', '1', '2', '3', 'NV'))
);
--> statement-breakpoint
CREATE TABLE "qualification_decisions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camp_id" uuid NOT NULL,
	"coach_id" uuid NOT NULL,
	"qualified" boolean,
	"reason" text NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "reference_levels" (
	"clip_id" uuid NOT NULL,
	"checkpoint" text NOT NULL,
	"level" text NOT NULL,
	"faults" text[] DEFAULT '{}' NOT NULL,
	"reason" text NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "reference_levels_clip_id_checkpoint_pk" PRIMARY KEY("clip_id","checkpoint"),
	CONSTRAINT "reference_levels_level" CHECK ("reference_levels"."level" in ('0', '1', '2', '3', 'NV')),
	CONSTRAINT "reference_levels_reason" CHECK (length(trim("reference_levels"."reason")) > 0)
);
--> statement-breakpoint
CREATE TABLE "sittings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"clip_id" uuid NOT NULL,
	"coach_id" uuid NOT NULL,
	"camp_id" uuid NOT NULL,
	"day" date NOT NULL,
	"hidden_number" integer,
	"bib" integer,
	"finished_at" timestamp with time zone,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "sittings_one_hidden" UNIQUE("coach_id","camp_id","day","hidden_number"),
	CONSTRAINT "sittings_hidden_has_a_bib" CHECK (("sittings"."hidden_number" is null) = ("sittings"."bib" is null))
);
--> statement-breakpoint
ALTER TABLE "consents" ADD COLUMN "training" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "practice_clips" ADD CONSTRAINT "practice_clips_organisation_id_organisations_id_fk" FOREIGN KEY ("organisation_id") REFERENCES "public"."organisations"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_clips" ADD CONSTRAINT "practice_clips_delivery_id_deliveries_id_fk" FOREIGN KEY ("delivery_id") REFERENCES "public"."deliveries"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_clips" ADD CONSTRAINT "practice_clips_sheet_id_sheets_id_fk" FOREIGN KEY ("sheet_id") REFERENCES "public"."sheets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_clips" ADD CONSTRAINT "practice_clips_taken_out_by_staff_id_fk" FOREIGN KEY ("taken_out_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_clips" ADD CONSTRAINT "practice_clips_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_scores" ADD CONSTRAINT "practice_scores_sitting_id_sittings_id_fk" FOREIGN KEY ("sitting_id") REFERENCES "public"."sittings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_scores" ADD CONSTRAINT "practice_scores_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "qualification_decisions" ADD CONSTRAINT "qualification_decisions_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "qualification_decisions" ADD CONSTRAINT "qualification_decisions_coach_id_staff_id_fk" FOREIGN KEY ("coach_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "qualification_decisions" ADD CONSTRAINT "qualification_decisions_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reference_levels" ADD CONSTRAINT "reference_levels_clip_id_practice_clips_id_fk" FOREIGN KEY ("clip_id") REFERENCES "public"."practice_clips"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reference_levels" ADD CONSTRAINT "reference_levels_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sittings" ADD CONSTRAINT "sittings_clip_id_practice_clips_id_fk" FOREIGN KEY ("clip_id") REFERENCES "public"."practice_clips"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sittings" ADD CONSTRAINT "sittings_coach_id_staff_id_fk" FOREIGN KEY ("coach_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sittings" ADD CONSTRAINT "sittings_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sittings" ADD CONSTRAINT "sittings_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "qualification_decisions_by_coach" ON "qualification_decisions" USING btree ("camp_id","coach_id","entered_at");--> statement-breakpoint
CREATE INDEX "sittings_by_coach" ON "sittings" USING btree ("coach_id","clip_id");--> statement-breakpoint
ALTER TABLE "consents" ADD CONSTRAINT "consents_training_needs_film" CHECK ("consents"."film" or not "consents"."training");