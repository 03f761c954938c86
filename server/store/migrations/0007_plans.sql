CREATE TABLE "plan" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"jobs" jsonb NOT NULL,
	"support" text NOT NULL,
	"way" jsonb NOT NULL,
	"alone" boolean NOT NULL,
	"flat" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"order" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "procedures" (
	"id" smallint PRIMARY KEY DEFAULT 1 NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"book" jsonb,
	"way" jsonb NOT NULL,
	CONSTRAINT "one_procedures" CHECK ("procedures"."id" = 1)
);
--> statement-breakpoint
CREATE TABLE "torque" (
	"id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"type_id" uuid NOT NULL,
	"fastener" text NOT NULL,
	"min_nm" double precision NOT NULL,
	"max_nm" double precision NOT NULL,
	"then_degrees" double precision,
	"source" text NOT NULL,
	"date" date NOT NULL,
	CONSTRAINT "torque_fastener" UNIQUE("type_id","fastener"),
	CONSTRAINT "torque_range" CHECK ("torque"."min_nm" <= "torque"."max_nm")
);
--> statement-breakpoint
ALTER TABLE "decision" ADD COLUMN "corner" text;--> statement-breakpoint
ALTER TABLE "plan" ADD CONSTRAINT "plan_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan" ADD CONSTRAINT "plan_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "torque" ADD CONSTRAINT "torque_type_id_vehicle_type_id_fk" FOREIGN KEY ("type_id") REFERENCES "public"."vehicle_type"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "plan_job" ON "plan" USING btree ("job_id");