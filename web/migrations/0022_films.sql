CREATE TABLE "film_slates" (
	"id" uuid PRIMARY KEY NOT NULL,
	"film_id" uuid NOT NULL,
	"seconds" double precision NOT NULL,
	"bib" integer,
	"view" text,
	"shown_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "films" (
	"id" uuid PRIMARY KEY NOT NULL,
	"camp_id" uuid NOT NULL,
	"sha256" text NOT NULL,
	"bytes" bigint NOT NULL,
	"codec" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"device" text,
	"slates_read_at" timestamp with time zone,
	"entered_by" uuid,
	"entered_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "films_once_a_camp" UNIQUE("camp_id","sha256")
);
--> statement-breakpoint
DROP INDEX "clips_by_film";--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "film_id" uuid;--> statement-breakpoint
-- A file is one film of its camp, however many clips were made of it; the first one's device is the film's. What it was called stays with each clip.
INSERT INTO "films" ("id", "camp_id", "sha256", "bytes", "codec", "width", "height", "device", "entered_by", "entered_at")
SELECT DISTINCT ON (c.camp_id, k.sha256) gen_random_uuid(), c.camp_id, k.sha256, k.bytes, k.codec, k.width, k.height, k.device, k.entered_by, k.entered_at
FROM clips k JOIN deliveries d ON d.id = k.delivery_id JOIN campers c ON c.id = d.camper_id
ORDER BY c.camp_id, k.sha256, k.entered_at, k.id;--> statement-breakpoint
ALTER TABLE "clips" DISABLE TRIGGER "clips_tell";--> statement-breakpoint
UPDATE "clips" k SET "film_id" = f.id FROM films f, deliveries d, campers c
WHERE d.id = k.delivery_id AND c.id = d.camper_id AND f.camp_id = c.camp_id AND f.sha256 = k.sha256;--> statement-breakpoint
ALTER TABLE "clips" ENABLE TRIGGER "clips_tell";--> statement-breakpoint
ALTER TABLE "clips" ALTER COLUMN "film_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "film_slates" ADD CONSTRAINT "film_slates_film_id_films_id_fk" FOREIGN KEY ("film_id") REFERENCES "public"."films"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "films" ADD CONSTRAINT "films_camp_id_camps_id_fk" FOREIGN KEY ("camp_id") REFERENCES "public"."camps"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "films" ADD CONSTRAINT "films_entered_by_staff_id_fk" FOREIGN KEY ("entered_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "slates_of_film" ON "film_slates" USING btree ("film_id");--> statement-breakpoint
CREATE INDEX "films_by_bytes" ON "films" USING btree ("sha256");--> statement-breakpoint
ALTER TABLE "clips" ADD CONSTRAINT "clips_film_id_films_id_fk" FOREIGN KEY ("film_id") REFERENCES "public"."films"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "clips_of_film" ON "clips" USING btree ("film_id");--> statement-breakpoint
ALTER TABLE "clips" DROP COLUMN "sha256";--> statement-breakpoint
ALTER TABLE "clips" DROP COLUMN "bytes";--> statement-breakpoint
ALTER TABLE "clips" DROP COLUMN "codec";--> statement-breakpoint
ALTER TABLE "clips" DROP COLUMN "width";--> statement-breakpoint
ALTER TABLE "clips" DROP COLUMN "height";--> statement-breakpoint
ALTER TABLE "clips" DROP COLUMN "device";