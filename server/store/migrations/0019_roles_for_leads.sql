UPDATE "person" SET "role" = 'lead' WHERE "lead";--> statement-breakpoint
ALTER TABLE "person" DROP COLUMN "lead";
