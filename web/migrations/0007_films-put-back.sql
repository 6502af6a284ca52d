ALTER TABLE "clips" DROP CONSTRAINT "clips_one_per_view";--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "clips" ADD COLUMN "removed_by" uuid;--> statement-breakpoint
ALTER TABLE "clips" ADD CONSTRAINT "clips_removed_by_staff_id_fk" FOREIGN KEY ("removed_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "clips_one_per_view" ON "clips" USING btree ("delivery_id","view") WHERE removed_at is null;--> statement-breakpoint
ALTER TABLE "clips" ADD CONSTRAINT "clips_removed_by_somebody" CHECK (("clips"."removed_at" is null) = ("clips"."removed_by" is null));