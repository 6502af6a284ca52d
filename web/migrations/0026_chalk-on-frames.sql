CREATE TABLE "strokes" (
	"stroke" uuid PRIMARY KEY NOT NULL,
	"clip_id" uuid NOT NULL,
	"frame" integer NOT NULL,
	"shape" text NOT NULL,
	"points" jsonb NOT NULL,
	"text" text,
	"entry_id" uuid NOT NULL,
	"entered_by" uuid NOT NULL,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "strokes_frame" CHECK ("strokes"."frame" >= 0)
);
--> statement-breakpoint
ALTER TABLE "strokes" ADD CONSTRAINT "strokes_clip_id_clips_id_fk" FOREIGN KEY ("clip_id") REFERENCES "public"."clips"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strokes" ADD CONSTRAINT "strokes_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "strokes_by_frame" ON "strokes" USING btree ("clip_id","frame");