using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Furoshiki.Store.Migrations
{
    /// <inheritdoc />
    public partial class Thinning : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "IsKept",
                table: "SafeStates",
                type: "INTEGER",
                nullable: false,
                defaultValue: false
            );

            migrationBuilder.CreateTable(
                name: "Preferences",
                columns: table => new
                {
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Value = table.Column<string>(type: "TEXT", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Preferences", x => x.Name);
                }
            );

            // Who had safe states before there was a rule is asked first.
            migrationBuilder.Sql(
                """
                INSERT INTO "Preferences" ("Name", "Value")
                SELECT 'thinning', '{"AllForDays":1,"DailyForDays":30,"IsByItself":false}'
                WHERE EXISTS (SELECT 1 FROM "SafeStates")
                """
            );
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(name: "Preferences");

            migrationBuilder.DropColumn(name: "IsKept", table: "SafeStates");
        }
    }
}
