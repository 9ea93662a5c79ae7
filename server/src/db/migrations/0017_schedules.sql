CREATE TABLE "entry_schedule" (
	"entry_id" text NOT NULL,
	"action" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"wall_time" text NOT NULL,
	"time_zone" text NOT NULL,
	"person_id" text NOT NULL,
	"person_name" text NOT NULL,
	"problem" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "entry_schedule_pkey" PRIMARY KEY("entry_id","action")
);
--> statement-breakpoint
ALTER TABLE "workspace" ADD COLUMN "time_zone" text DEFAULT 'UTC' NOT NULL;--> statement-breakpoint
ALTER TABLE "entry_schedule" ADD CONSTRAINT "entry_schedule_entry_id_fkey" FOREIGN KEY ("entry_id") REFERENCES "public"."entry"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entry_schedule_waiting" ON "entry_schedule" USING btree ("at") WHERE "entry_schedule"."problem" IS NULL;