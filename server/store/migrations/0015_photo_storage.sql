-- Photos are packed already: trying to pack them again takes longer than writing them.
ALTER TABLE "photo" ALTER COLUMN "picture" SET STORAGE EXTERNAL;--> statement-breakpoint
ALTER TABLE "photo" ALTER COLUMN "small" SET STORAGE EXTERNAL;
