ALTER TABLE "campers" ALTER COLUMN "child_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "staff" ALTER COLUMN "email" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "campers" DROP COLUMN "sore";--> statement-breakpoint
ALTER TABLE "staff" DROP COLUMN "camp_id";--> statement-breakpoint
ALTER TABLE "staff" DROP COLUMN "role";