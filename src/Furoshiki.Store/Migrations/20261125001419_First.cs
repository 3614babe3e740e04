using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Furoshiki.Store.Migrations
{
    /// <inheritdoc />
    public partial class First : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Contents",
                columns: table => new
                {
                    Digest = table.Column<string>(type: "TEXT", nullable: false),
                    Size = table.Column<long>(type: "INTEGER", nullable: false),
                    IsWhole = table.Column<bool>(type: "INTEGER", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Contents", x => x.Digest);
                }
            );

            migrationBuilder.CreateTable(
                name: "Profiles",
                columns: table => new
                {
                    Id = table
                        .Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(
                        type: "TEXT",
                        maxLength: 60,
                        nullable: false,
                        collation: "NOCASE"
                    ),
                    Description = table.Column<string>(type: "TEXT", nullable: false),
                    Author = table.Column<string>(type: "TEXT", nullable: false),
                    Licence = table.Column<string>(type: "TEXT", nullable: false),
                    Tags = table.Column<string>(type: "TEXT", nullable: false),
                    Screenshot = table.Column<string>(type: "TEXT", nullable: true),
                    LastOn = table.Column<DateTime>(type: "TEXT", nullable: true),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Profiles", x => x.Id);
                }
            );

            migrationBuilder.CreateTable(
                name: "SafeStates",
                columns: table => new
                {
                    Id = table
                        .Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    DesktopId = table.Column<long>(type: "INTEGER", nullable: false),
                    Tree = table.Column<string>(type: "TEXT", nullable: false),
                    Look = table.Column<string>(type: "TEXT", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    MadeAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    SavingOnId = table.Column<long>(type: "INTEGER", nullable: true),
                    Files = table.Column<int>(type: "INTEGER", nullable: false),
                    Size = table.Column<long>(type: "INTEGER", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SafeStates", x => x.Id);
                }
            );

            migrationBuilder.CreateTable(
                name: "Switches",
                columns: table => new
                {
                    Id = table
                        .Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    DesktopId = table.Column<long>(type: "INTEGER", nullable: false),
                    Root = table.Column<string>(type: "TEXT", nullable: false),
                    Changes = table.Column<string>(type: "TEXT", nullable: false),
                    State = table.Column<string>(type: "TEXT", nullable: false),
                    BegunAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    EndedAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Switches", x => x.Id);
                }
            );

            migrationBuilder.CreateTable(
                name: "ContentChunks",
                columns: table => new
                {
                    Digest = table.Column<string>(type: "TEXT", nullable: false),
                    Ordinal = table.Column<int>(type: "INTEGER", nullable: false),
                    Bytes = table.Column<byte[]>(type: "BLOB", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ContentChunks", x => new { x.Digest, x.Ordinal });
                    table.ForeignKey(
                        name: "FK_ContentChunks_Contents_Digest",
                        column: x => x.Digest,
                        principalTable: "Contents",
                        principalColumn: "Digest",
                        onDelete: ReferentialAction.Cascade
                    );
                }
            );

            migrationBuilder.CreateTable(
                name: "Savings",
                columns: table => new
                {
                    Id = table
                        .Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ProfileId = table.Column<long>(type: "INTEGER", nullable: false),
                    Number = table.Column<int>(type: "INTEGER", nullable: false),
                    Look = table.Column<string>(type: "TEXT", nullable: false),
                    Cover = table.Column<string>(type: "TEXT", nullable: false),
                    Map = table.Column<string>(type: "TEXT", nullable: false),
                    Gaps = table.Column<string>(type: "TEXT", nullable: false),
                    Note = table.Column<string>(type: "TEXT", nullable: false),
                    SavedAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Savings", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Savings_Profiles_ProfileId",
                        column: x => x.ProfileId,
                        principalTable: "Profiles",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade
                    );
                }
            );

            migrationBuilder.CreateTable(
                name: "Desktops",
                columns: table => new
                {
                    Id = table
                        .Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(
                        type: "TEXT",
                        maxLength: 60,
                        nullable: false,
                        collation: "NOCASE"
                    ),
                    Root = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<string>(type: "TEXT", nullable: false),
                    Map = table.Column<string>(type: "TEXT", nullable: false),
                    Screens = table.Column<string>(type: "TEXT", nullable: false),
                    IsSimulated = table.Column<bool>(type: "INTEGER", nullable: false),
                    Showing = table.Column<string>(type: "TEXT", nullable: true),
                    SavingOnId = table.Column<long>(type: "INTEGER", nullable: true),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Desktops", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Desktops_Savings_SavingOnId",
                        column: x => x.SavingOnId,
                        principalTable: "Savings",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.SetNull
                    );
                }
            );

            migrationBuilder.CreateIndex(
                name: "IX_Desktops_Name",
                table: "Desktops",
                column: "Name",
                unique: true
            );

            migrationBuilder.CreateIndex(
                name: "IX_Desktops_SavingOnId",
                table: "Desktops",
                column: "SavingOnId"
            );

            migrationBuilder.CreateIndex(
                name: "IX_Profiles_Name",
                table: "Profiles",
                column: "Name",
                unique: true
            );

            migrationBuilder.CreateIndex(
                name: "IX_SafeStates_DesktopId_MadeAt",
                table: "SafeStates",
                columns: new[] { "DesktopId", "MadeAt" }
            );

            migrationBuilder.CreateIndex(
                name: "IX_Savings_ProfileId_Number",
                table: "Savings",
                columns: new[] { "ProfileId", "Number" },
                unique: true
            );

            migrationBuilder.CreateIndex(
                name: "IX_Switches_State",
                table: "Switches",
                column: "State"
            );
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(name: "ContentChunks");

            migrationBuilder.DropTable(name: "Desktops");

            migrationBuilder.DropTable(name: "SafeStates");

            migrationBuilder.DropTable(name: "Switches");

            migrationBuilder.DropTable(name: "Contents");

            migrationBuilder.DropTable(name: "Savings");

            migrationBuilder.DropTable(name: "Profiles");
        }
    }
}
