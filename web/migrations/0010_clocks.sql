CREATE TABLE "server_clock" (
	"only" boolean PRIMARY KEY DEFAULT true NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	"doubted" timestamp with time zone,
	CONSTRAINT "server_clock_one_row" CHECK ("server_clock"."only")
);
--> statement-breakpoint
DROP INDEX "entries_by_target";--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "hidden_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "made_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
CREATE INDEX "entries_by_target" ON "entries" USING btree ("target","made_at","id");--> statement-breakpoint
-- Entries from before: when the device made them, as far as that lies before their arrival. Their trigger refuses every change but this one.
ALTER TABLE "entries" DISABLE TRIGGER entries_never_change;--> statement-breakpoint
UPDATE "entries" SET "made_at" = CASE WHEN substr("id"::text, 15, 1) = '7'
  THEN least("entered_at", to_timestamp(('x' || substr(replace("id"::text, '-', ''), 1, 12))::bit(48)::bigint / 1000.0)) ELSE "entered_at" END;--> statement-breakpoint
ALTER TABLE "entries" ENABLE TRIGGER entries_never_change;--> statement-breakpoint
INSERT INTO "server_clock" ("seen_at") SELECT greatest((SELECT max("entered_at") FROM "entries"), (SELECT max("entered_at") FROM "clips"), (SELECT max("entered_at") FROM "campers"))
  WHERE EXISTS (SELECT 1 FROM "campers");
