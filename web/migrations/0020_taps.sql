ALTER TABLE "throws" ADD COLUMN "mound" text;--> statement-breakpoint
ALTER TABLE "throws" ADD COLUMN "delivery_kind" text;--> statement-breakpoint
ALTER TABLE "throws" ADD COLUMN "thrown_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "throws" ADD COLUMN "left_out_at" timestamp with time zone;