CREATE TABLE "cameras" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camp_id" uuid NOT NULL,
	"key" text NOT NULL,
	"name" text NOT NULL,
	"view" text,
	"mound" text,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "cameras_one_per_key" UNIQUE("camp_id","key")
);
--> statement-breakpoint
CREATE TABLE "dropped_files" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camp_id" uuid NOT NULL,
	"film_id" uuid,
	"file_name" text NOT NULL,
	"folder" text NOT NULL,
	"bytes" bigint NOT NULL,
	"modified_at" timestamp with time zone NOT NULL,
	"state" text NOT NULL,
	"reason" text,
	"progress" real DEFAULT 0 NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "dropped_files_say_why" CHECK (("dropped_files"."state" in ('refused', 'failed')) = ("dropped_files"."reason" is not null)),
	CONSTRAINT "dropped_files_have_a_film" CHECK (("dropped_files"."state" in ('taken', 'double')) = ("dropped_files"."film_id" is not null))
);
--> statement-breakpoint
ALTER TABLE "clips" ALTER COLUMN "delivery_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "clips" ALTER COLUMN "view" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "from_seconds" double precision;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "to_seconds" double precision;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "useless_why" text;--> statement-breakpoint
ALTER TABLE "films" ADD COLUMN "camera_id" uuid;--> statement-breakpoint
ALTER TABLE "films" ADD COLUMN "recorded_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "films" ADD COLUMN "seconds" double precision;--> statement-breakpoint
ALTER TABLE "cameras" ADD CONSTRAINT "cameras_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cameras" ADD CONSTRAINT "cameras_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "dropped_files" ADD CONSTRAINT "dropped_files_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "dropped_files" ADD CONSTRAINT "dropped_files_film_id_films_id_fk" FOREIGN KEY ("film_id") REFERENCES "public"."films"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "dropped_files" ADD CONSTRAINT "dropped_files_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "dropped_files_of_camp" ON "dropped_files" USING btree ("camp_id");--> statement-breakpoint
CREATE INDEX "dropped_files_of_film" ON "dropped_files" USING btree ("film_id");--> statement-breakpoint
ALTER TABLE "films" ADD CONSTRAINT "films_camera_id_cameras_id_fk" FOREIGN KEY ("camera_id") REFERENCES "public"."cameras"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clips" ADD CONSTRAINT "clips_of_a_delivery_have_a_view" CHECK (("clips"."delivery_id" is null) = ("clips"."view" is null));--> statement-breakpoint
ALTER TABLE "clips" ADD CONSTRAINT "clips_set_aside_are_of_nobody" CHECK ("clips"."useless_why" is null or "clips"."delivery_id" is null);--> statement-breakpoint
ALTER TABLE "clips" ADD CONSTRAINT "clips_range" CHECK (("clips"."from_seconds" is null) = ("clips"."to_seconds" is null) and "clips"."from_seconds" < "clips"."to_seconds");--> statement-breakpoint
-- The tray follows what comes in and what becomes of it, of whomever it is.
CREATE FUNCTION tray_changed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  row_now jsonb := to_jsonb(coalesce(NEW, OLD));
BEGIN
  PERFORM tell_camp(coalesce((row_now->>'camp_id')::uuid, (SELECT camp_id FROM films WHERE id = (row_now->>'film_id')::uuid)), 'tray', NULL);
  RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER dropped_files_tell AFTER INSERT OR UPDATE OR DELETE ON dropped_files FOR EACH ROW EXECUTE FUNCTION tray_changed();
--> statement-breakpoint
CREATE TRIGGER cameras_tell AFTER INSERT OR UPDATE OR DELETE ON cameras FOR EACH ROW EXECUTE FUNCTION tray_changed();
--> statement-breakpoint
CREATE TRIGGER clips_tell_tray AFTER INSERT OR UPDATE OR DELETE ON clips FOR EACH ROW EXECUTE FUNCTION tray_changed();
