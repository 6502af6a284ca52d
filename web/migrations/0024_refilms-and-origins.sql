CREATE TABLE "clip_origins" (
	"clip_id" uuid PRIMARY KEY NOT NULL,
	"occasion" text NOT NULL,
	"filmed_on" date NOT NULL,
	"sent_by" text,
	"pitch" text,
	"result" text,
	"height" text,
	"side" text,
	"speed" real,
	"speed_unit" text,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "clip_origins_speed" CHECK (("clip_origins"."speed" is null) = ("clip_origins"."speed_unit" is null) and "clip_origins"."speed" > 0)
);
--> statement-breakpoint
CREATE TABLE "refilms" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camper_id" uuid NOT NULL,
	"view" text NOT NULL,
	"why" text NOT NULL,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "deliveries" ADD COLUMN "occasion" text DEFAULT 'camp' NOT NULL;--> statement-breakpoint
ALTER TABLE "films" ADD COLUMN "original_gone_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "clip_origins" ADD CONSTRAINT "clip_origins_clip_id_clips_id_fk" FOREIGN KEY ("clip_id") REFERENCES "public"."clips"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clip_origins" ADD CONSTRAINT "clip_origins_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "refilms" ADD CONSTRAINT "refilms_camper_id_campers_id_fk" FOREIGN KEY ("camper_id") REFERENCES "public"."campers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "refilms" ADD CONSTRAINT "refilms_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "refilms_of_camper" ON "refilms" USING btree ("camper_id");--> statement-breakpoint
CREATE TRIGGER refilms_tell AFTER INSERT OR UPDATE OR DELETE ON refilms FOR EACH ROW EXECUTE FUNCTION camper_changed('camper', 'gate', 'plan', 'tray');
--> statement-breakpoint
-- A film that comes or goes may be the one that somebody is waiting for.
CREATE FUNCTION refilm_met() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  of record;
BEGIN
  FOR of IN
    SELECT DISTINCT c.id, c.camp_id FROM refilms r JOIN campers c ON c.id = r.camper_id JOIN deliveries d ON d.camper_id = c.id
    WHERE d.id IN (NEW.delivery_id, OLD.delivery_id)
  LOOP
    PERFORM tell_camp(of.camp_id, 'gate', of.id);
    PERFORM tell_camp(of.camp_id, 'plan', of.id);
  END LOOP;
  RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER clips_meet_refilms AFTER INSERT OR DELETE OR UPDATE OF delivery_id, view, removed_at ON clips FOR EACH ROW EXECUTE FUNCTION refilm_met();
--> statement-breakpoint
CREATE FUNCTION origin_changed() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  camp uuid := (SELECT f.camp_id FROM clips k JOIN films f ON f.id = k.film_id WHERE k.id = coalesce(NEW.clip_id, OLD.clip_id));
BEGIN
  -- Of a clip that is gone its own change has told.
  IF camp IS NOT NULL THEN
    PERFORM tell_camp(camp, 'tray', NULL);
  END IF;
  RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER clip_origins_tell AFTER INSERT OR UPDATE OR DELETE ON clip_origins FOR EACH ROW EXECUTE FUNCTION origin_changed();
