ALTER TABLE "check_done" ADD COLUMN "device_ids" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "check_done" ADD COLUMN "set_aside" boolean;--> statement-breakpoint
ALTER TABLE "check_done" ALTER COLUMN "set_aside" SET DEFAULT false;--> statement-breakpoint
ALTER TABLE "code_reading" ADD COLUMN "device_ids" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "code_reading" ADD COLUMN "set_aside" boolean;--> statement-breakpoint
ALTER TABLE "code_reading" ALTER COLUMN "set_aside" SET DEFAULT false;--> statement-breakpoint
ALTER TABLE "device_log" ADD COLUMN "set_aside" boolean;--> statement-breakpoint
ALTER TABLE "device_log" ALTER COLUMN "set_aside" SET DEFAULT false;--> statement-breakpoint
ALTER TABLE "evidence" ADD COLUMN "device_ids" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "evidence" ADD COLUMN "set_aside" boolean;--> statement-breakpoint
ALTER TABLE "evidence" ALTER COLUMN "set_aside" SET DEFAULT false;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "closed_reason" text;--> statement-breakpoint
ALTER TABLE "proof_entry" ADD COLUMN "set_aside" boolean;--> statement-breakpoint
ALTER TABLE "proof_entry" ALTER COLUMN "set_aside" SET DEFAULT false;--> statement-breakpoint
ALTER TABLE "round" ADD COLUMN "device_ids" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "round" ADD COLUMN "set_aside" boolean;--> statement-breakpoint
ALTER TABLE "round" ALTER COLUMN "set_aside" SET DEFAULT false;--> statement-breakpoint
ALTER TABLE "vehicle" ADD COLUMN "simulated" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "work_entry" ADD COLUMN "set_aside" boolean;--> statement-breakpoint
ALTER TABLE "work_entry" ALTER COLUMN "set_aside" SET DEFAULT false;
