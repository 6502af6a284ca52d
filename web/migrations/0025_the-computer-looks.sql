CREATE TABLE "clip_looks" (
	"clip_id" uuid PRIMARY KEY NOT NULL,
	"state" text NOT NULL,
	"wanted_at" timestamp with time zone,
	"started_at" timestamp with time zone,
	"ended_at" timestamp with time zone,
	"finder" text,
	"hand" text,
	"towards_target" smallint,
	"capture_scale" real,
	"body_pixels" real,
	CONSTRAINT "clip_looks_found_knows_the_body" CHECK (("clip_looks"."state" = 'found') = ("clip_looks"."body_pixels" is not null))
);
--> statement-breakpoint
CREATE TABLE "proposed_joints" (
	"clip_id" uuid NOT NULL,
	"joint" text NOT NULL,
	"x" real[] NOT NULL,
	"y" real[] NOT NULL,
	"sd" real[] NOT NULL,
	CONSTRAINT "proposed_joints_one_per_joint" UNIQUE("clip_id","joint"),
	CONSTRAINT "proposed_joints_same_frames" CHECK (cardinality("proposed_joints"."x") = cardinality("proposed_joints"."y") and cardinality("proposed_joints"."x") = cardinality("proposed_joints"."sd"))
);
--> statement-breakpoint
CREATE TABLE "proposed_marks" (
	"clip_id" uuid NOT NULL,
	"event" text NOT NULL,
	"frame" integer NOT NULL,
	"from_frame" integer NOT NULL,
	"to_frame" integer NOT NULL,
	"sure" real NOT NULL,
	CONSTRAINT "proposed_marks_one_per_event" UNIQUE("clip_id","event"),
	CONSTRAINT "proposed_marks_interval" CHECK ("proposed_marks"."from_frame" >= 0 and "proposed_marks"."from_frame" <= "proposed_marks"."frame" and "proposed_marks"."frame" <= "proposed_marks"."to_frame")
);
--> statement-breakpoint
ALTER TABLE "marks" ADD COLUMN "origin" text DEFAULT 'placed' NOT NULL;--> statement-breakpoint
ALTER TABLE "marks" ADD COLUMN "spread" real;--> statement-breakpoint
ALTER TABLE "marks" ADD COLUMN "coach_spread" real;--> statement-breakpoint
ALTER TABLE "clip_looks" ADD CONSTRAINT "clip_looks_clip_id_clips_id_fk" FOREIGN KEY ("clip_id") REFERENCES "public"."clips"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "proposed_joints" ADD CONSTRAINT "proposed_joints_clip_id_clip_looks_clip_id_fk" FOREIGN KEY ("clip_id") REFERENCES "public"."clip_looks"("clip_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "proposed_marks" ADD CONSTRAINT "proposed_marks_clip_id_clip_looks_clip_id_fk" FOREIGN KEY ("clip_id") REFERENCES "public"."clip_looks"("clip_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "marks" ADD CONSTRAINT "marks_spread" CHECK ("marks"."spread" >= 0 and "marks"."coach_spread" >= 0);--> statement-breakpoint
-- An open bench follows what the computer has found, as it follows films.
CREATE FUNCTION clip_look_changed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  camp uuid;
  camper uuid;
BEGIN
  SELECT c.camp_id, c.id INTO camp, camper
    FROM clips k JOIN deliveries d ON d.id = k.delivery_id JOIN campers c ON c.id = d.camper_id
    WHERE k.id = coalesce(NEW.clip_id, OLD.clip_id);
  -- Of a clip that is gone, or of nobody, there is nothing to tell.
  IF camp IS NOT NULL AND (TG_OP <> 'UPDATE' OR NEW.state IS DISTINCT FROM OLD.state) THEN
    PERFORM tell_camp(camp, 'looks', camper);
  END IF;
  RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER clip_looks_tell AFTER INSERT OR UPDATE ON clip_looks FOR EACH ROW EXECUTE FUNCTION clip_look_changed();
