CREATE TABLE "charge" (
	"id" uuid PRIMARY KEY NOT NULL,
	"vehicle_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"gas" text NOT NULL,
	"before_bar_g" double precision NOT NULL,
	"after_bar_g" double precision NOT NULL,
	"temperature_c" double precision NOT NULL,
	"added_bar_l" double precision NOT NULL,
	"words" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "check_done" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"corner" text,
	"verdict" text NOT NULL,
	"sentence" text NOT NULL,
	"lines" jsonb NOT NULL,
	"speaks_for" text NOT NULL,
	"log_id" uuid
);
--> statement-breakpoint
CREATE TABLE "device_log" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"person_id" uuid NOT NULL,
	"device_id" text NOT NULL,
	"device_name" text NOT NULL,
	"title" text NOT NULL,
	"channels" jsonb NOT NULL,
	"from" text NOT NULL,
	"rows" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "log_chunk" (
	"log_id" uuid NOT NULL,
	"seq" integer NOT NULL,
	"trace" jsonb NOT NULL,
	CONSTRAINT "log_chunk_log_id_seq_pk" PRIMARY KEY("log_id","seq")
);
--> statement-breakpoint
ALTER TABLE "charge" ADD CONSTRAINT "charge_vehicle_id_vehicle_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicle"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "charge" ADD CONSTRAINT "charge_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "charge" ADD CONSTRAINT "charge_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "check_done" ADD CONSTRAINT "check_done_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "check_done" ADD CONSTRAINT "check_done_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "device_log" ADD CONSTRAINT "device_log_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "device_log" ADD CONSTRAINT "device_log_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "log_chunk" ADD CONSTRAINT "log_chunk_log_id_device_log_id_fk" FOREIGN KEY ("log_id") REFERENCES "public"."device_log"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "charge_vehicle" ON "charge" USING btree ("vehicle_id");--> statement-breakpoint
CREATE INDEX "charge_job" ON "charge" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "check_done_job" ON "check_done" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "device_log_job" ON "device_log" USING btree ("job_id");