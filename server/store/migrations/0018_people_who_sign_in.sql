CREATE TABLE "attempt" (
	"key" text PRIMARY KEY NOT NULL,
	"failures" integer NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "credential" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"hash" text NOT NULL,
	"set_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "door_event" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"what" text NOT NULL,
	"person_id" uuid,
	"device" text NOT NULL,
	"address" text NOT NULL,
	"more" jsonb DEFAULT '{}'::jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "session" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"page_token" text NOT NULL,
	"device" text NOT NULL,
	"address" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "command" ADD COLUMN "address" text;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "role" text DEFAULT 'technician' NOT NULL;--> statement-breakpoint
ALTER TABLE "credential" ADD CONSTRAINT "credential_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "door_event_at" ON "door_event" USING btree ("at");--> statement-breakpoint
CREATE INDEX "session_person" ON "session" USING btree ("person_id");