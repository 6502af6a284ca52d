CREATE TABLE "capture_answers" (
	"camp_id" uuid NOT NULL,
	"device" text NOT NULL,
	"capture_scale" real NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "capture_answers_one_per_device" UNIQUE("camp_id","device")
);
--> statement-breakpoint
CREATE TABLE "former_drafts" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camper_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"document" jsonb NOT NULL,
	"written_by" uuid,
	"written_at" timestamp with time zone NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "capture_known" text DEFAULT 'answered' NOT NULL;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "device" text;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "scaled_by" uuid;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "scaled_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "problem" text;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "long" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "evaluations" ADD COLUMN "revision" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "points" ADD COLUMN "frame" integer;--> statement-breakpoint
ALTER TABLE "points" ADD COLUMN "origin" text DEFAULT 'placed' NOT NULL;--> statement-breakpoint
ALTER TABLE "capture_answers" ADD CONSTRAINT "capture_answers_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "capture_answers" ADD CONSTRAINT "capture_answers_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "former_drafts" ADD CONSTRAINT "former_drafts_camper_id_campers_id_fk" FOREIGN KEY ("camper_id") REFERENCES "public"."campers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "former_drafts" ADD CONSTRAINT "former_drafts_written_by_staff_id_fk" FOREIGN KEY ("written_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "former_drafts" ADD CONSTRAINT "former_drafts_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "former_drafts_by_camper" ON "former_drafts" USING btree ("camper_id","entered_at");--> statement-breakpoint
ALTER TABLE "clips" ADD CONSTRAINT "clips_scaled_by_staff_id_fk" FOREIGN KEY ("scaled_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clips" ADD CONSTRAINT "clips_failed_says_why" CHECK (("clips"."state" = 'failed') = ("clips"."problem" is not null));