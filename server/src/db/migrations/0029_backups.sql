ALTER TABLE "workspace" ADD COLUMN "backup_days" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "workspace" ADD COLUMN "backup_keep" integer DEFAULT 7 NOT NULL;--> statement-breakpoint
ALTER TABLE "workspace" ADD COLUMN "backed_up_at" timestamp with time zone;