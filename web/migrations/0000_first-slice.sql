CREATE TABLE "campers" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camp_id" uuid NOT NULL,
	"bib" integer NOT NULL,
	"name" text NOT NULL,
	"born" date NOT NULL,
	"hand" text NOT NULL,
	"height_centimetres" real NOT NULL,
	"guardian" text NOT NULL,
	"consent_to_film" boolean DEFAULT false NOT NULL,
	"sore" boolean DEFAULT false NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "campers_one_bib_per_camp" UNIQUE("camp_id","bib"),
	CONSTRAINT "campers_hand" CHECK ("campers"."hand" in ('R', 'L')),
	CONSTRAINT "campers_height" CHECK ("campers"."height_centimetres" between 80 and 230)
);
--> statement-breakpoint
CREATE TABLE "camps" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"place" text NOT NULL,
	"first_day" date NOT NULL,
	"last_day" date NOT NULL,
	"time_zone" text NOT NULL,
	"units" text NOT NULL,
	"sheet_id" uuid NOT NULL,
	"schools" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "camps_days_in_order" CHECK ("camps"."last_day" >= "camps"."first_day")
);
--> statement-breakpoint
CREATE TABLE "clips" (
	"id" uuid PRIMARY KEY NOT NULL,
	"delivery_id" uuid NOT NULL,
	"view" text NOT NULL,
	"file_name" text NOT NULL,
	"sha256" text NOT NULL,
	"bytes" bigint NOT NULL,
	"codec" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"towards_target" smallint,
	"capture_scale" real DEFAULT 1 NOT NULL,
	"frame_times" double precision[],
	"bench_width" integer,
	"bench_height" integer,
	"state" text NOT NULL,
	"progress" real DEFAULT 0 NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "clips_one_per_view" UNIQUE("delivery_id","view"),
	CONSTRAINT "clips_ready_has_index" CHECK ("clips"."state" <> 'ready' or "clips"."frame_times" is not null)
);
--> statement-breakpoint
CREATE TABLE "deliveries" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camper_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"kind" text DEFAULT 'stretch' NOT NULL,
	"thrown_on" date NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "deliveries_one_number_per_camper" UNIQUE("camper_id","number")
);
--> statement-breakpoint
CREATE TABLE "entries" (
	"id" uuid PRIMARY KEY NOT NULL,
	"target" text NOT NULL,
	"body" jsonb NOT NULL,
	"entered_by" uuid NOT NULL,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "evaluations" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camper_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"sheet_id" uuid NOT NULL,
	"document" jsonb NOT NULL,
	"pictures" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"snapshot" jsonb,
	"released_at" timestamp with time zone,
	"released_by" uuid,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "evaluations_one_per_version" UNIQUE("camper_id","version"),
	CONSTRAINT "evaluations_released_whole" CHECK (("evaluations"."released_at" is null) = ("evaluations"."snapshot" is null))
);
--> statement-breakpoint
CREATE TABLE "marks" (
	"clip_id" uuid NOT NULL,
	"event" text NOT NULL,
	"frame" integer NOT NULL,
	"frame_to" integer,
	"entry_id" uuid NOT NULL,
	"entered_by" uuid NOT NULL,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "marks_one_per_event" UNIQUE("clip_id","event"),
	CONSTRAINT "marks_interval" CHECK ("marks"."frame" >= 0 and ("marks"."frame_to" is null or "marks"."frame_to" >= "marks"."frame"))
);
--> statement-breakpoint
CREATE TABLE "points" (
	"clip_id" uuid NOT NULL,
	"event" text NOT NULL,
	"point" text NOT NULL,
	"x" double precision NOT NULL,
	"y" double precision NOT NULL,
	"point_sd" real NOT NULL,
	"entry_id" uuid NOT NULL,
	"entered_by" uuid NOT NULL,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "points_one_per_event" UNIQUE("clip_id","event","point"),
	CONSTRAINT "points_sd" CHECK ("points"."point_sd" >= 0)
);
--> statement-breakpoint
CREATE TABLE "refusals" (
	"id" uuid PRIMARY KEY NOT NULL,
	"delivery_id" uuid NOT NULL,
	"view" text NOT NULL,
	"file_name" text NOT NULL,
	"code" text NOT NULL,
	"reason" text NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "scores" (
	"delivery_id" uuid NOT NULL,
	"checkpoint" text NOT NULL,
	"coach_id" uuid NOT NULL,
	"sheet_id" uuid NOT NULL,
	"level" text NOT NULL,
	"faults" text[] DEFAULT '{}' NOT NULL,
	"note" text,
	"entry_id" uuid NOT NULL,
	"entered_by" uuid NOT NULL,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "scores_one_per_coach" UNIQUE("delivery_id","checkpoint","coach_id"),
	CONSTRAINT "scores_level" CHECK ("scores"."level" in ('0', '1', '2', '3', 'NV'))
);
--> statement-breakpoint
CREATE TABLE "sheets" (
	"id" uuid PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"version" integer NOT NULL,
	"document" jsonb NOT NULL,
	CONSTRAINT "sheets_one_row_per_version" UNIQUE("key","version")
);
--> statement-breakpoint
CREATE TABLE "staff" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camp_id" uuid NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	CONSTRAINT "staff_role" CHECK ("staff"."role" in ('lead', 'coach', 'helper'))
);
--> statement-breakpoint
ALTER TABLE "campers" ADD CONSTRAINT "campers_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "campers" ADD CONSTRAINT "campers_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "camps" ADD CONSTRAINT "camps_sheet_id_sheets_id_fk" FOREIGN KEY ("sheet_id") REFERENCES "public"."sheets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clips" ADD CONSTRAINT "clips_delivery_id_deliveries_id_fk" FOREIGN KEY ("delivery_id") REFERENCES "public"."deliveries"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clips" ADD CONSTRAINT "clips_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deliveries" ADD CONSTRAINT "deliveries_camper_id_campers_id_fk" FOREIGN KEY ("camper_id") REFERENCES "public"."campers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deliveries" ADD CONSTRAINT "deliveries_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evaluations" ADD CONSTRAINT "evaluations_camper_id_campers_id_fk" FOREIGN KEY ("camper_id") REFERENCES "public"."campers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evaluations" ADD CONSTRAINT "evaluations_sheet_id_sheets_id_fk" FOREIGN KEY ("sheet_id") REFERENCES "public"."sheets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evaluations" ADD CONSTRAINT "evaluations_released_by_staff_id_fk" FOREIGN KEY ("released_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evaluations" ADD CONSTRAINT "evaluations_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "marks" ADD CONSTRAINT "marks_clip_id_clips_id_fk" FOREIGN KEY ("clip_id") REFERENCES "public"."clips"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "marks" ADD CONSTRAINT "marks_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "points" ADD CONSTRAINT "points_clip_id_clips_id_fk" FOREIGN KEY ("clip_id") REFERENCES "public"."clips"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "points" ADD CONSTRAINT "points_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "refusals" ADD CONSTRAINT "refusals_delivery_id_deliveries_id_fk" FOREIGN KEY ("delivery_id") REFERENCES "public"."deliveries"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "refusals" ADD CONSTRAINT "refusals_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "scores" ADD CONSTRAINT "scores_delivery_id_deliveries_id_fk" FOREIGN KEY ("delivery_id") REFERENCES "public"."deliveries"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "scores" ADD CONSTRAINT "scores_coach_id_staff_id_fk" FOREIGN KEY ("coach_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "scores" ADD CONSTRAINT "scores_sheet_id_sheets_id_fk" FOREIGN KEY ("sheet_id") REFERENCES "public"."sheets"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "scores" ADD CONSTRAINT "scores_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "staff" ADD CONSTRAINT "staff_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entries_by_target" ON "entries" USING btree ("target","id");--> statement-breakpoint
CREATE UNIQUE INDEX "evaluations_one_draft" ON "evaluations" USING btree ("camper_id") WHERE released_at is null;